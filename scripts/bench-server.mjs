import { randomUUID } from 'node:crypto';
import { writtenStatements } from './bench/yard-statements.mjs';
import { Client } from './bench/client.mjs';
import { psqlTimes } from './bench/psql.mjs';
import { median, p95, rounded, timed } from './bench/timing.mjs';
import { bareInserts, writeAtOnce } from './bench/writing.mjs';
import { buildServer } from './lib/build.mjs';
import { growFleet } from './lib/grown-fleet.mjs';
import { ensureNodePackages, ensureSystemPackages } from './lib/packages.mjs';
import { main } from './lib/run.mjs';
import { serveDemo, serveOn, withCluster } from './lib/serve.mjs';

/**
 * Speed of the server on a grown fleet, as ratios against plain SQL of the same run: `npm run bench:server -- 100000`. On a
 * throwaway cluster, on loopback; some minutes at 100 000 units.
 */

const SMALL = 1000;
const PEOPLE = 200;
const WRITE_SECONDS = 20;
/** The facts of a status, read as they are stored. */
const FACTS = [
  "select unit_id, read_at, shown_hours, lap, confirmed from reading where state = 'accepted'",
  `select finding.unit_id, cylinder, kind, ordinal, reading, "window", verdict, performed_at, hours_at
   from finding join valve_check signed on signed.id = check_id where final and not struck`,
  "select unit_id, performed_at, draft -> 'work' from valve_check where state = 'signed' and not struck",
  'select * from unit',
  'select unit_id, symptom, reported_at from problem_report where closed_at is null',
  'select unit_id, kind, what, made_at from follow_up where closed_at is null and not withdrawn',
];

/** All facts of a status, kept in one row per unit. */
const KEPT = ['select unit_id, facts from unit_facts', 'select * from unit'];

const lines = [];
const say = (what, measured, against = {}) => {
  const line = { what, ...measured, ...against };
  lines.push(line);
  console.log(JSON.stringify(line));
};

await main(async () => {
  const units = Number(process.argv[2] ?? 100_000);
  await ensureSystemPackages();
  await ensureNodePackages();
  await buildServer();
  await withCluster('bench', async (cluster) => {
    for (const size of [SMALL, units]) {
      const name = `fleet_${size}`;
      await (await serveDemo(cluster, name)).stop();
      const admin = cluster.url(name, 'admin');
      const grown = await growFleet(admin, { units: size });
      say(`a fleet of ${size}`, { readings: grown.readings, checks: grown.checks, seconds: rounded(grown.seconds) });
      if (size === units) await recompute(cluster, name, admin, size);
      const served = await serveOn(cluster, name, {});
      try {
        await lists(served.url, size);
        if (size === units) {
          await yard(served.url, cluster.url(name, 'app'), admin);
          await writes(served.url, admin);
        }
      } finally {
        await served.stop();
      }
    }
  });
  console.table(lines);
});

/**
 * Recomputes every status until the queue is empty: first from the bare record, against reading the same facts by plain
 * SQL; then, after a shop rule changed, from the kept facts, against reading these.
 */
async function recompute(cluster, name, admin, size) {
  const facts = await psqlTimes(admin, FACTS, 1, 1);
  const served = await serveOn(cluster, name, {});
  try {
    const client = await Client.signedIn(served.url, 'OF');
    const computed = async () => {
      const began = performance.now();
      while ((await client.get('/api/statuses/recomputing')).body.units > 0)
        await new Promise((done) => setTimeout(done, 200));
      return (performance.now() - began) / 1000;
    };
    const seconds = await computed();
    // The state of the database after a server has run for a while.
    await vacuumed(admin);
    say(
      `statuses of ${size} computed`,
      { seconds: rounded(seconds) },
      { 'plain SQL, s': rounded(facts[0] / 1000), ratio: rounded((seconds * 1000) / facts[0]) },
    );
    const kept = await psqlTimes(admin, KEPT, 1, 1);
    const rules = (await client.get('/api/shop-rules')).body;
    const changed = await client.ask('POST', '/api/shop-rules', {
      id: randomUUID(),
      familyId: null,
      own: { ...rules.own, leadDays: 9 },
      number: rules.number,
      reason: 'Measured.',
    });
    if (changed.status !== 200) throw new Error(`shop rules: ${JSON.stringify(changed.body)}`);
    const again = await computed();
    say(
      `statuses of ${size} computed after a rule changed`,
      { seconds: rounded(again) },
      { 'plain SQL, s': rounded(kept[0] / 1000), ratio: rounded((again * 1000) / kept[0]) },
    );
    await vacuumed(admin);
  } finally {
    await served.stop();
  }
}

async function vacuumed(admin) {
  const { default: pg } = await import('pg');
  const database = new pg.Client({ connectionString: admin });
  await database.connect();
  await database.query('vacuum analyze');
  await database.end();
}

async function lists(url, size) {
  const client = await Client.signedIn(url);
  const { lines: some } = (await client.get('/api/register?limit=40')).body;
  const [first] = some;
  const paths = {
    register: '/api/register?limit=60',
    'find a tag': `/api/find?find=${first.tag}`,
    'find by a word': '/api/find?find=chert',
    queue: '/api/yard/queue?limit=8',
    'a unit': `/api/units/${first.tag}`,
    'its status': `/api/units/${first.tag}/status`,
  };
  for (const [what, path] of Object.entries(paths))
    say(`${what}, of ${size}`, { 'p95, ms': rounded(p95(await timed(() => client.get(path)))) });
}

async function yard(url, app, admin) {
  const client = await Client.signedIn(url);
  for (const axis of ['hours', 'days', 'share']) {
    const statements = await writtenStatements(app, axis);
    const plain = await psqlTimes(admin, statements);
    const ours = await timed(() => client.get(`/api/yard?axis=${axis}`));
    const { bytes } = await client.get(`/api/yard?axis=${axis}`);
    say(
      `yard by ${axis}`,
      { 'p95, ms': rounded(p95(ours)), 'median, ms': rounded(median(ours)), bytes },
      { 'psql p95, ms': rounded(p95(plain)), ratio: rounded(p95(ours) / p95(plain)) },
    );
  }
  const together = await timed(() => Promise.all(Array.from({ length: 100 }, () => client.get('/api/yard'))), {
    times: 3,
    warm: 1,
  });
  say('yard, 100 people at once', { 'median, ms': rounded(median(together)) });
}

async function writes(url, admin) {
  const { default: pg } = await import('pg');
  const bare = await bareInserts(admin, { clients: 50, seconds: 10 });
  const client = await Client.signedIn(url);
  const { lines: units } = (await client.get('/api/register?limit=1000&state=ok')).body;
  const { durations, acknowledged, refused } = await writeAtOnce(client, units, {
    people: PEOPLE,
    seconds: WRITE_SECONDS,
  });
  const database = new pg.Client({ connectionString: admin });
  await database.connect();
  const kept = async (table, ids) =>
    (await database.query(`select count(*)::int as rows from ${table} where id = any($1)`, [ids])).rows[0].rows;
  const lost =
    acknowledged.readings.length -
    (await kept('reading', acknowledged.readings)) +
    acknowledged.checks.length -
    (await kept('valve_check', acknowledged.checks));
  await database.end();
  for (const [kind, times] of Object.entries(durations))
    say(
      `${PEOPLE} people: ${kind}`,
      { count: times.length, 'a second': rounded(times.length / WRITE_SECONDS), 'p95, ms': rounded(p95(times)) },
      {
        'pgbench p95, ms': rounded(bare.p95),
        'pgbench a second': rounded(bare.aSecond),
        ratio: rounded(p95(times) / bare.p95),
      },
    );
  say('acknowledged and not there', { count: lost }, { refused: refused.length });
  if (refused.length > 0) console.log(JSON.stringify(refused[0]));
}
