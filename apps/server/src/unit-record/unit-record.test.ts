import { afterAll, beforeAll, expect, it } from '@jest/globals';
import { leftIn, valveKey } from '@sturdy-shim/core';
import fc from 'fast-check';
import { randomUUID } from 'node:crypto';
import { type TestServer, startServer } from '../testing/server.ts';
import { INSIDE, LOOSE, type Shop, draft, openShop, signedCheck, tries } from '../testing/shop.ts';
import { UnitEntity } from '../units/index.ts';
import { readRecord } from './record.ts';
import { recordsOf } from './whole-record.ts';

const TAGS = ['UR-1', 'UR-2', 'UR-3', 'UR-4'];
const START = Date.parse('2026-03-01T08:00:00Z');
let server: TestServer;
let shop: Shop;
let now = START;
beforeAll(async () => {
  server = await startServer(new Date(START).toISOString());
  shop = await openShop(server);
  const family = await shop.family({ code: 'Marl' });
  for (const tag of TAGS) await shop.unit(tag, family, { inServiceOn: '2026-01-01' });
});
afterAll(() => server.stop());

const forward = (hours: number): void => {
  now += hours * 3_600_000;
  server.setNow(new Date(now).toISOString());
};
const SET = { found: LOOSE, adjusted: true, earlier: [{ after: 'turned', tries: LOOSE }], left: INSIDE };
const EVENTS: Readonly<Record<string, (tag: string, chance: number) => Promise<unknown>>> = {
  read: (tag, chance) =>
    server.http
      .post(`/api/units/${tag}/readings`)
      .send({ id: randomUUID(), hours: Math.round(chance * 900) / 10, readAt: new Date(now - 60_000).toISOString() }),
  check: (tag, chance) => signedCheck(server, tag, draft(chance < 0.5 ? SET : { found: INSIDE }, { found: LOOSE })),
  moved: (tag) => signedCheck(server, tag, draft({ found: INSIDE, adjusted: true }, { found: INSIDE })),
  measured: (tag) => signedCheck(server, tag, draft({ found: INSIDE }, { found: LOOSE }, { measureOnly: true })),
  report: (tag) => server.http.post(`/api/units/${tag}/problems`).send({ id: randomUUID(), symptom: 'clatter' }),
};

it('is equal for one unit and many, and contains the findings of each valve’s status, for any history', async () => {
  const events = fc.sample(
    fc.record({
      kind: fc.constantFrom(...Object.keys(EVENTS)),
      tag: fc.constantFrom(...TAGS),
      chance: fc.double({ min: 0, max: 1, noNaN: true }),
    }),
    { numRuns: 60, seed: 7 },
  );
  for (const { kind, tag, chance } of events) {
    forward(5);
    await EVENTS[kind]?.(tag, chance);
  }
  const { manager } = server.database;
  const units = await manager.find(UnitEntity, { order: { tag: 'ASC' } });
  const at = new Date(now);
  const many = await recordsOf(manager, units, at);
  const onRecord = await readRecord(
    manager,
    units.map(({ id }) => id),
    at,
    { from: 'kept', keep: false },
  );
  const facts = await onRecord.factsOf(units);
  let checks = 0;
  for (const unit of units) {
    const record = (await recordsOf(manager, [unit], at)).get(unit.id);
    expect(record).toEqual(many.get(unit.id));
    if (record === undefined) throw new Error('every unit has a record');
    checks += record.checks.length;
    expect(facts.get(unit.id)?.hours ?? null).toEqual(record.hours.at(-1) ?? null);
    // The last gauging used by a status is the last one of the record that was not a measure-only gap inside.
    for (const { valve, at: gaugedAt, reading } of facts.get(unit.id)?.last ?? []) {
      const check = record.checks.find((each) => each.at === gaugedAt);
      const series = check?.valves.find((each) => valveKey(each.valve) === valveKey(valve));
      const left = series && leftIn(series);
      expect(left?.reading ?? 'not gauged again').toEqual(left === null ? 'not gauged again' : reading);
      const later = record.checks.filter((each) => each.at > gaugedAt && !each.measureOnly);
      expect(later).toEqual([]);
    }
  }
  expect(checks).toBeGreaterThan(20);
});

it('gives the course of each valve with every gauging, and leaves out a check that an amendment struck', async () => {
  const found = tries([0.18, 'free'], [0.2, 'wont']);
  const unitId = await shop.unit(
    'UR-5',
    (await server.database.manager.findOneByOrFail(UnitEntity, { tag: 'UR-1' })).familyId,
  );
  expect(unitId).toBeDefined();
  forward(5);
  await signedCheck(server, 'UR-5', draft({ found, adjusted: true, left: INSIDE }, { found: INSIDE }));
  forward(5);
  const wrong = await signedCheck(server, 'UR-5', draft({ found: LOOSE }, { found: LOOSE }));
  const courses = async () => (await server.http.get('/api/units/UR-5/courses').expect(200)).body.valves;
  expect((await courses()).map(({ stops }: { stops: unknown[] }) => stops.length)).toEqual([2, 2]);
  await server.http
    .post(`/api/checks/${wrong}/amendments`)
    .send({ id: randomUUID(), kind: 'struck', reason: 'Another machine.' })
    .expect(200);
  const [intake, exhaust] = await courses();
  expect(intake).toMatchObject({
    kind: 'intake',
    stops: [
      {
        hours: null,
        found: { after: 'found', gap: { lo: { mm: 0.18 }, hi: { mm: 0.2 } } },
        left: { after: 'turned', gap: expect.any(Object) },
      },
    ],
  });
  expect(exhaust.stops).toMatchObject([{ left: null }]);
});
