import { afterAll, beforeAll, expect, it } from '@jest/globals';
import { type TestServer, startServer } from '../testing/server.ts';
import { INSIDE, draft, openShop, signedCheck } from '../testing/shop.ts';
import { saidOf, unsoundRows } from './index.ts';

let server: TestServer;
let familyId: string;
let unitId: string;
beforeAll(async () => {
  server = await startServer('2026-06-01T08:00:00Z');
  const shop = await openShop(server);
  familyId = await shop.family();
  unitId = await shop.unit('SN-1', familyId);
  await signedCheck(server, 'SN-1', draft({ found: INSIDE }, { found: INSIDE }));
});
afterAll(() => server.stop());

it('valid data gives no findings', async () => {
  expect(await unsoundRows(server.database.manager)).toEqual([]);
  expect(saidOf([])).toMatch(/could be entered today/);
});

it('rows written outside the program are reported', async () => {
  await server.owner.query("update unit set in_service_on = '2026-07-01', tag = E'SN\\u200b-1' where id = $1", [
    unitId,
  ]);
  await server.owner.query(
    "insert into hour_feed (id, name, url, \"on\", every_minutes, inside) values (gen_random_uuid(), 'Old', 'https://a.example/?key=1', false, 60, false)",
  );
  const found = await unsoundRows(server.database.manager);
  expect(found.map(({ what }) => what)).toEqual([
    'with a check that is dated before the unit went into service',
    'whose name holds invisible characters',
    'of a feed that shows a key in its address',
  ]);
  expect(saidOf(found)).toMatch(/^1 row with a check that is dated .*SN.*strike the check\. 1 row whose/);
});

it.each([
  ['a unit without a status', `delete from unit_status`],
  ['a list within a list on a sheet', `update family set sheet = jsonb_set(sheet, '{tools}', '[[]]')`],
  ['a list within a list in a draft', `update valve_check set draft = draft || '{"valves":[[]]}', state = 'draft'`],
  ['a blade set that is due before it was checked', `update blade_set set check_due_on = checked_on - 1`],
  ['a finding of no valve', `update finding set kind = 'inlet'`],
])('the database takes no %s', async (_, statement) => {
  await expect(server.owner.query(statement)).rejects.toThrow(/constraint|without a status|never changed/);
});
