import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { DEFAULT_SHOP_RULES, evaluateValve, gapQuestions, specificationFromFacts } from '@sturdy-shim/core';
import type { CheckDraft } from '../checks/index.ts';
import { UnitStatusEntity } from '../status/index.ts';
import { StatusService } from '../status/index.ts';
import { type TestServer, startServer } from '../testing/server.ts';
import { UnitEntity } from '../units/index.ts';
import { DemoLoader } from './index.ts';

// In midwinter and on a leap day, because the demo must be valid on any loading date.
describe.each(['2028-02-29T23:40:00Z'])('the demo loaded on %s', (now) => {
  let server: TestServer;
  let early: unknown;
  beforeAll(async () => {
    server = await startServer(now, { shop: 'none' });
    const loadFleet = await server.app.get(DemoLoader).beginIfEmpty();
    const lead = await server.as('lead');
    early = (await lead.get('/api/me').expect(200)).body;
    await loadFleet?.();
  });
  afterAll(() => server.stop());

  it('has every status, 150 units, and 14 months of readings that add up, but for a few', async () => {
    const lead = await server.as('lead');
    const { body } = await lead.get('/api/yard').expect(200);
    expect(body.counts.filter(({ units }: { units: number }) => units === 0)).toEqual([]);
    expect(body.counts.reduce((sum: number, { units }: { units: number }) => sum + units, 0)).toBe(150);
    const [readings] = await server.database.query<[{ whole: number; suspect: number; first: Date }]>(
      "select count(*)::int as whole, count(*) filter (where state <> 'accepted')::int as suspect, min(read_at) as first from reading",
    );
    expect(readings.suspect).toBeGreaterThan(0);
    expect(readings.suspect / readings.whole).toBeLessThan(0.005);
    expect((Date.parse(now) - readings.first.getTime()) / 86_400_000).toBeGreaterThan(400);
  });

  it('has a unit in each state of an engine that holds it back, none of which reads OK', async () => {
    const held = await server.database.query<{ code: string; states: string[] }[]>(
      `select reason ->> 'code' as code, array_agg(distinct state) as states
       from unit_status, jsonb_array_elements(reasons) as reason group by 1`,
    );
    const states = Object.fromEntries(held.map((row) => [row.code, row.states]));
    for (const code of ['check-open', 'valve-moved', 'work-left', 'follow-up', 'valve-outside'])
      expect(states).toMatchObject({ [code]: expect.arrayContaining(['keep-in']) });
    // One unit whose figures are exchanged, so that the bench asks whether its valves are swapped.
    const open = await server.database.query<{ draft: CheckDraft; code: string }[]>(
      `select draft, family.code from valve_check join unit on unit.id = unit_id join family on family.id = family_id
       where state = 'draft'`,
    );
    const { body: families } = await (await server.as('lead')).get('/api/families').expect(200);
    const asked = open.flatMap(({ draft, code }) => {
      const family = families.find((each: { code: string }) => each.code === code);
      const specification = specificationFromFacts(family.windows, family);
      const found = draft.valves.map(({ kind, found: tries }) =>
        evaluateValve(tries, {
          kind,
          specification,
          circumstances: {
            engine: draft.engine ?? 'cold',
            temperatureC: null,
            position: draft.position ?? 'unconfirmed',
          },
          measureOnly: false,
          rules: DEFAULT_SHOP_RULES,
          bladeToleranceMm: null,
        }),
      );
      return gapQuestions(draft.valves, found, DEFAULT_SHOP_RULES).map(({ kind }) => kind);
    });
    expect(new Set(asked)).toEqual(new Set(['no-gap', 'swapped']));
    expect(states['to-prove']).toEqual(['undecided']);
    expect(states['on-bench']).toBeDefined();
    expect(states['no-interval']).toBeDefined();
    const [{ rows }] = await server.database.query<[{ rows: number }]>(
      `select count(*)::int as rows from valve_check join unit_status using (unit_id)
       where valve_check.state <> 'abandoned' and unit_status.state = 'ok' and valve_check.id = (
         select id from valve_check as last where last.unit_id = unit_status.unit_id order by started_at desc limit 1)
       and jsonb_path_exists(draft, '$.work.off[*] ? (@.back == false)')`,
    );
    expect(rows).toBe(0);
  });

  it('people can sign in while the fleet is loading, and the state is reported until it is loaded', async () => {
    expect(early).toMatchObject({ demo: true, demoLoading: true });
    const { body } = await (await server.as('lead')).get('/api/me').expect(200);
    expect(body).toMatchObject({ demo: true, demoLoading: false });
  });

  it('holds nothing from the future, and no check that its own tries contradict', async () => {
    const future = await server.database.query(
      'select (select count(*) from reading where read_at > $1) + (select count(*) from valve_check where performed_at > $1) as rows',
      [now],
    );
    expect(future).toEqual([{ rows: '0' }]);
    const clashes = await server.database.query(
      "select count(*)::int as rows from finding where reading ->> 'kind' = 'clash'",
    );
    expect(clashes).toEqual([{ rows: 0 }]);
  });

  it('its statuses equal a computation from bare facts, and it is not loaded twice', async () => {
    const manager = server.database.manager;
    const before = await manager.find(UnitStatusEntity, { order: { unitId: 'ASC' } });
    await server.database.transaction((inside) => server.app.get(StatusService).mark(inside, null));
    expect(await server.app.get(StatusService).computeWaiting()).toBe(150);
    const again = await manager.find(UnitStatusEntity, { order: { unitId: 'ASC' } });
    expect(again.map((row) => ({ ...row, mark: row.mark - 1, computedMark: row.computedMark - 1 }))).toEqual(before);
    await server.app.get(DemoLoader).loadIfEmpty();
    expect(await manager.count(UnitEntity)).toBe(150);
  });
});
