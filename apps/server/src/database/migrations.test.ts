import { afterAll, beforeAll, expect, it } from '@jest/globals';
import { createHash, randomUUID } from 'node:crypto';
import { readFileSync, readdirSync } from 'node:fs';
import { gunzipSync } from 'node:zlib';
import type { DataSource } from 'typeorm';
import { hoursAsOf } from '../readings/index.ts';
import { unsoundRows } from '../soundness/index.ts';
import { StatusService, UnitStatusEntity, statusAgain } from '../status/index.ts';
import { UnitEntity } from '../units/index.ts';
import { migrate } from './migrate.ts';
import { type TestServer, loadDump, startServer } from '../testing/server.ts';
import { openShop } from '../testing/shop.ts';

let server: TestServer;
beforeAll(async () => {
  server = await startServer('2026-06-01T08:00:00Z');
});
afterAll(() => server.stop());

it('migrations make just the tables that the entities describe', async () => {
  const { upQueries } = await server.owner.driver.createSchemaBuilder().log();
  expect(upQueries.map(({ query }) => query)).toEqual([]);
});

/** Hashes of the released migrations. A new migration is added here; the hash of an old one never changes. */
const LANDED: Readonly<Record<string, string>> = {
  '1795000000000-foundation': '8fe7340f4e201ebb',
  '1795500000000-turning': 'f226cdce12201623',
  '1796000000000-people-and-record': 'b679863f4303141c',
  '1796500000000-register': '14d53c5ee856e326',
  '1797000000000-house-rules-and-attachments': '287465f9188dd2d7',
  '1797500000000-meters-and-figures': 'f8c68c88f553abf9',
  '1798000000000-names-and-days': '6c60ed1fe7f65984',
  '1798500000000-slower-guessing': '370574f6f25e6db5',
  '1799000000000-standard-names': 'cbc5237829d5575b',
  '1800000000000-variants-and-particulars': 'ce7c77fb66afc141',
  '1801000000000-follow-ups': '612d2a0968bdcf45',
  '1802000000000-projection': 'f19016723e0d2d7f',
  '1803000000000-large-fleets': '48bb62105e1964ed',
  '1804000000000-readings-in-bulk': 'b4b85b51e926d691',
  '1805000000000-bounds-of-rows': 'e6957c02687f9e1e',
  '1806000000000-state-of-engines': '1007befdf6b980ea',
  '1807000000000-rest-and-warm': 'c8138f7239687c92',
  '1808000000000-not-stated': 'faa92b9b5536cc19',
  '1809000000000-unit-facts': 'f38b4b9163a52fbe',
  '1810000000000-shop-locale': 'a2da25af4b88d9e6',
  '1811000000000-past-checks': 'ce0d51c178c9bcaf',
};

it('a released migration is never edited, because it has run elsewhere', () => {
  const folder = new URL('migrations/', import.meta.url);
  const files = readdirSync(folder).filter((name) => /^\d/.test(name));
  const hashes = files.map((name) => [
    name.replace('.ts', ''),
    createHash('sha256')
      .update(readFileSync(new URL(name, folder)))
      .digest('hex')
      .slice(0, 16),
  ]);
  expect(Object.fromEntries(hashes)).toEqual(LANDED);
});

it('all migrations can be reverted', async () => {
  const other = await startServer('2026-06-01T08:00:00Z');
  for (const { name } of other.owner.migrations.toReversed()) {
    expect(name).toMatch(/\d{13}$/);
    await other.owner.undoLastMigration();
  }
  const left = await other.owner.query<{ table_name: string }[]>(
    "select table_name from information_schema.tables where table_schema = 'public'",
  );
  expect(left.map(({ table_name }) => table_name)).toEqual(['migrations']);
  await other.stop();
});

it('converts roll-overs and new meters of readings to meters with laps, with the same hours', async () => {
  const other = await startServer('2026-06-01T08:00:00Z');
  const shop = await openShop(other);
  const unitId = await shop.unit('OLD-1', await shop.family());
  await takenBack(other, 'MetersAndFigures1797500000000');
  const said = [
    ['2026-02-01', 940, null],
    ['2026-02-10', 990, null],
    ['2026-02-20', 10, { kind: 'rolled-over', modulus: 1000 }],
    ['2026-02-25', 12, null],
    ['2026-03-01', 5, { kind: 'new-meter', startedAt: 2 }],
    ['2026-03-10', 9, { kind: 'as-read' }],
  ] as const;
  await other.owner.query('alter table "reading" disable trigger on_record');
  for (const [day, shown, confirmed] of said)
    await other.owner.query(
      `insert into reading (id, unit_id, read_at, shown_hours, note, read_by, state, suspicions, confirmed, received_at)
       values (gen_random_uuid(), $1, $2, $3, '', 'x', 'accepted', '[]', $4, now())`,
      [unitId, `${day}T08:00:00Z`, shown, confirmed === null ? null : JSON.stringify(confirmed)],
    );
  await other.owner.query('alter table "reading" enable trigger on_record');
  await broughtUp(other);
  expect(
    await other.owner.query('select fitted_at, started_at_hours, modulus_hours from meter order by fitted_at'),
  ).toEqual([
    { fitted_at: new Date('2026-03-01T08:00:00Z'), started_at_hours: 2, modulus_hours: null },
    { fitted_at: null, started_at_hours: null, modulus_hours: 1000 },
  ]);
  const laps = await other.owner.query('select shown_hours, lap from reading order by read_at');
  expect(laps.map(({ lap }: { lap: number }) => lap)).toEqual([0, 0, 1, 1, 0, 0]);
  // 990, on to 1 012, then 3 and 4 hours on the new meter.
  const unit = await other.owner.manager.findOneByOrFail(UnitEntity, { id: unitId });
  expect((await hoursAsOf(other.owner.manager, unit, new Date('2026-06-01')))?.hours).toBe(1019);
  await other.stop();
});

it('keeps older names that differ only by case or a dash, and refuses a new one', async () => {
  const other = await startServer('2026-06-01T08:00:00Z');
  const shop = await openShop(other);
  const familyId = await shop.family({ code: 'tuff-45' });
  await shop.unit('PW\u200b-22', familyId);
  await takenBack(other, 'NamesAndDays1798000000000');
  await other.owner.query("insert into site (id, name) values (gen_random_uuid(), 'YARD')");
  await other.owner.query(
    "insert into family select (jsonb_populate_record(f, jsonb_build_object('id', gen_random_uuid(), 'code', 'Tuff 45'))).* from family f",
  );
  await other.owner.query("update unit set tag_key = 'as it was'");
  await broughtUp(other);
  expect((await other.http.get('/api/families/Tuff 45').expect(200)).body.code).toBe('Tuff 45');
  expect((await other.http.get('/api/families/tuff-45').expect(200)).body.code).toBe('tuff-45');
  expect((await other.http.get('/api/units/pw 22').expect(200)).body.family.code).toBe('tuff-45');
  const { body } = await other.http.post('/api/sites').send({ id: randomUUID(), name: 'y-a-r-d' }).expect(409);
  expect(body.code).toBe('site-taken');
  expect((await other.http.get('/api/sites')).body.map(({ name }: { name: string }) => name)).toEqual(['YARD', 'Yard']);
  await other.stop();
});

it('a database of an old version keeps every fact, and its statuses still follow from them', async () => {
  const dump = gunzipSync(readFileSync(new URL('before-standard-names.sql.gz', import.meta.url))).toString();
  const loaded = await loadDump(dump);
  const { owner } = loaded;
  const before = await everyRow(owner);
  await owner.runMigrations();
  const stored = await owner.manager.find(UnitStatusEntity);
  for (const { unitId, state, reasons, computedAt } of stored)
    expect(await statusAgain(owner.manager, unitId, computedAt)).toMatchObject({ state, reasons });
  const said = JSON.stringify(await everyRow(owner));
  expect(said).toMatch(/"targetMm".*"loose"|"loose".*"targetMm"/s);
  expect(said).not.toMatch(
    /"(?:aim\w*|gaping|mark_?key|mostHoursPerDay|usualMostPerDay|\w*claim\w*|complaint|in_force)"/,
  );
  expect(said).not.toMatch(/"(?:judged_under|door|look|house \w+|house_rules|record_entry|standing)"/);
  await takenBack({ owner }, 'StandardNames1799000000000');
  expect(await everyRow(owner)).toEqual(before);
  await loaded.stop();
});

it('repairs invalid rows, audits the repair, and removes keys of feeds from lists and the audit log', async () => {
  const other = await startServer('2026-06-01T08:00:00Z');
  const shop = await openShop(other);
  const familyId = await shop.family();
  await shop.unit('BD-1', familyId);
  const checkId = randomUUID();
  await other.http.post('/api/units/BD-1/checks').send({ id: checkId }).expect(200);
  await shop.unit('BD-2', familyId);
  const { owner } = other;
  await takenBack(other, 'BoundsOfRows1805000000000');
  await owner.query(`update family set sheet = sheet || '{"tools":[[],{"name":"Wrench"}],"parts":[[]]}'`);
  await owner.query(`update valve_check set draft = draft || '{"work":{"followUps":[[]]}}'`);
  await owner.query("delete from unit_status where tag_key = 'BD2'");
  await owner.query(
    `insert into hour_feed (id, name, url, "on", every_minutes, inside)
     values (gen_random_uuid(), 'Gateway', 'https://a.example/fleet?token=quite-secret', false, 60, false)`,
  );
  await broughtUp({ owner });
  const [{ sheet }] = await owner.query<[{ sheet: object }]>('select sheet from family');
  expect(sheet).toMatchObject({ tools: [{ name: 'Wrench' }], parts: [] });
  const [{ draft }] = await owner.query<[{ draft: object }]>('select draft from valve_check');
  expect(draft).toMatchObject({ work: { followUps: [] } });
  await owner.query('grant select, insert, update, delete on engine_question to shim_app');
  await other.app.get(StatusService).computeWaiting();
  expect((await other.http.get('/api/units/BD-2/status').expect(200)).body.state).toBe('hours-unknown');
  expect(await owner.query('select url from hour_feed')).toEqual([{ url: 'https://a.example/fleet?token=•••' }]);
  expect(await owner.query('select url from hour_feed_secret')).toEqual([
    { url: 'https://a.example/fleet?token=quite-secret' },
  ]);
  const log = JSON.stringify(await owner.query('select subject, actor_kind, before, after from audit_entry'));
  expect(log).not.toContain('quite-secret');
  expect(log).toMatch(/"subject":"family","actor_kind":"database"/);
  expect(await owner.query('select 1 from pg_constraint where not convalidated')).toEqual([]);
  await other.stop();
});

it('an irreparable row stays and is reported, and the constraint holds for new rows', async () => {
  const other = await startServer('2026-06-01T08:00:00Z');
  const { owner } = other;
  await openShop(other);
  await takenBack(other, 'BoundsOfRows1805000000000');
  await owner.query('update blade_set set check_due_on = checked_on - 1');
  await broughtUp({ owner });
  const [{ id }] = await owner.query<[{ id: string }]>('select id from blade_set');
  expect(await unsoundRows(owner.manager)).toEqual([
    { what: 'of blade_set that break blade_set_days', names: [id], remedy: expect.any(String) },
  ]);
  await expect(owner.query('update blade_set set check_due_on = checked_on - 2')).rejects.toThrow(/blade_set_days/);
  await other.stop();
});

/** Every row of every table as JSON, by table, without the list of migrations that ran. */
/** Derived columns of statuses, which are recomputed after a migration. */
const COMPUTED_ANEW = ['urgency', 'days_left', 'share_left', 'computed_for'];

async function everyRow(owner: DataSource): Promise<Record<string, unknown[]>> {
  const tables = await owner.query<{ name: string }[]>(
    "select table_name as name from information_schema.tables where table_schema = 'public' and table_name <> 'migrations'",
  );
  const rows: Record<string, unknown[]> = {};
  for (const { name } of tables)
    rows[name] = await owner.query(
      `select to_jsonb(t) - $1::text[] as row from public."${name}" t order by (to_jsonb(t) - $1::text[])::text`,
      [COMPUTED_ANEW],
    );
  return rows;
}

/** Migrates again, with the rights of the serving role on new tables. */
const broughtUp = ({ owner }: Pick<TestServer, 'owner'>): Promise<void> =>
  migrate((owner.options as { url: string }).url, 'shim_app');

/** Takes migrations back up to and with the one of this name. */
async function takenBack({ owner }: Pick<TestServer, 'owner'>, name: string): Promise<void> {
  const names = owner.migrations.map((each) => each.name ?? '');
  for (let index = names.length; index > names.indexOf(name); index -= 1) await owner.undoLastMigration();
}

it('reports in its health whether the database is reachable and migrated', async () => {
  expect((await server.http.get('/api/health').expect(200)).body).toEqual({
    status: 'ok',
    database: 'up',
    migrations: 'current',
  });
});
