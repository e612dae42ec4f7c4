import { inRoot, run } from '../lib/run.mjs';

/**
 * Checks in the database that every acknowledged write exists exactly once, complete, with one audit entry, and that
 * every status equals a computation from bare facts.
 */
export async function verdictOn(cluster, database, { readings, checks }) {
  return cluster.asAdmin(database, async (client) => {
    const ids = [...readings.keys()];
    const found = await client.query('select id, shown_hours from reading where id = any($1)', [ids]);
    const kept = new Map(found.rows.map((row) => [row.id, row.shown_hours]));
    const checkIds = [...checks.keys()];
    const signed = await client.query(
      "select c.id, count(f.id)::int as findings from valve_check c left join finding f on f.check_id = c.id where c.id = any($1) and c.state = 'signed' group by c.id",
      [checkIds],
    );
    const whole = new Map(signed.rows.map((row) => [row.id, row.findings]));
    const auditedActor = await client.query(
      "select subject_id, count(*)::int as n from audit_entry where subject_id = any($1) and (what = 'added' and subject = 'reading' or subject = 'valve_check' and after ->> 'state' = 'signed') group by subject_id",
      [[...ids, ...checkIds]],
    );
    const entries = new Map(auditedActor.rows.map((row) => [row.subject_id, row.n]));
    const { differing, unsound } = JSON.parse(
      await run('node', [inRoot('apps/server/dist/audit.js')], {
        env: { ...process.env, ...cluster.serving(database) },
      }),
    );
    return {
      readings: ids.length,
      checks: checkIds.length,
      lost:
        ids.filter((id) => kept.get(id) !== readings.get(id)).length +
        checkIds.filter((id) => whole.get(id) !== checks.get(id)).length,
      doubled: [...ids, ...checkIds].filter((id) => entries.get(id) !== 1).length,
      differing,
      unsound,
    };
  });
}
