import { afterAll, beforeAll, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { randomUUID } from 'node:crypto';
import { type TestServer, startServer } from '../testing/server.ts';
import { LOOSE, INSIDE, type Shop, draft, openShop, tries } from '../testing/shop.ts';
import { UnitStatusEntity } from './unit-status.entity.ts';
import { StatusService } from './status.service.ts';

let server: TestServer;
let shop: Shop;
let familyId: string;
beforeAll(async () => {
  server = await startServer('2026-06-01T08:00:00Z');
  shop = await openShop(server);
  familyId = await shop.family();
});
afterAll(() => server.stop());

/** Actions on a unit, for a random sequence. */
type Deed =
  | { readonly kind: 'read'; readonly hours: number; readonly day: number }
  | { readonly kind: 'report' }
  | {
      readonly kind: 'check';
      readonly intake: 'inside' | 'loose' | 'open' | 'none';
      readonly exhaust: 'inside' | 'none';
      readonly day: number;
    }
  | { readonly kind: 'settle'; readonly as: 'as-read' | 'new-meter' | 'rejected' };

const day = fc.integer({ min: 2, max: 150 });
const deed: fc.Arbitrary<Deed> = fc.oneof(
  fc.record({
    kind: fc.constant('read' as const),
    hours: fc.integer({ min: 0, max: 3000 }).map((tenths) => tenths / 10),
    day,
  }),
  fc.record({ kind: fc.constant('report' as const) }),
  fc.record({
    kind: fc.constant('check' as const),
    intake: fc.constantFrom('inside' as const, 'loose' as const, 'open' as const, 'none' as const),
    exhaust: fc.constantFrom('inside' as const, 'none' as const),
    day,
  }),
  fc.record({
    kind: fc.constant('settle' as const),
    as: fc.constantFrom('as-read' as const, 'new-meter' as const, 'rejected' as const),
  }),
);

const GAUGED = { inside: INSIDE, loose: LOOSE, open: tries([0.12, 'free']), none: [] };
const onDay = (number: number): string => new Date(Date.UTC(2026, 0, 1, 7) + number * 86_400_000).toISOString();

async function carryOut(tag: string, done: Deed): Promise<void> {
  const { http } = server;
  switch (done.kind) {
    case 'read':
      await http
        .post(`/api/units/${tag}/readings`)
        .send({ id: randomUUID(), hours: done.hours, readAt: onDay(done.day) })
        .expect(200);
      return;
    case 'report':
      await http.post(`/api/units/${tag}/problems`).send({ id: randomUUID(), symptom: 'clatter' }).expect(200);
      return;
    case 'settle': {
      const readings = (await http.get(`/api/units/${tag}/readings`)).body as { id: string; state: string }[];
      const suspect = readings.find(({ state }) => state === 'suspect');
      if (!suspect) return;
      const { status } = await http.post(`/api/readings/${suspect.id}/settle`).send({ decision: done.as });
      // Another person settled the same reading at the same moment.
      expect([200, 409]).toContain(status);
      return;
    }
    case 'check': {
      if (done.intake === 'none' && done.exhaust === 'none') return;
      const id = randomUUID();
      const started = await http.post(`/api/units/${tag}/checks`).send({ id });
      // Another person's check is on the bench: the request is refused and changes nothing.
      if (started.status === 409) return;
      await http
        .put(`/api/checks/${id}/draft`)
        .send({ version: 1, draft: draft({ found: GAUGED[done.intake] }, { found: GAUGED[done.exhaust] }) })
        .expect(200);
      await http
        .post(`/api/checks/${id}/sign`)
        .send({ version: 2, performedAt: onDay(done.day) })
        .expect(200);
      return;
    }
  }
}

const stored = (unitId: string): Promise<UnitStatusEntity> =>
  server.database.manager.findOneByOrFail(UnitStatusEntity, { unitId });

/** The status computed from the bare facts, in a transaction that is rolled back. */
async function fromScratch(unitId: string): Promise<UnitStatusEntity> {
  const runner = server.owner.createQueryRunner();
  await runner.startTransaction();
  try {
    await runner.manager.delete(UnitStatusEntity, { unitId });
    await server.app.get(StatusService).recomputeMany(runner.manager, [unitId]);
    return await runner.manager.findOneByOrFail(UnitStatusEntity, { unitId });
  } finally {
    await runner.rollbackTransaction();
    await runner.release();
  }
}

it('equals a computation from bare facts after every action', async () => {
  await fc.assert(
    fc.asyncProperty(fc.array(deed, { minLength: 1, maxLength: 8 }), async (deeds) => {
      const tag = `ST-${randomUUID().slice(0, 12)}`;
      const unitId = await shop.unit(tag, familyId);
      for (const each of deeds) {
        await carryOut(tag, each);
        expect(await stored(unitId)).toEqual(await fromScratch(unitId));
      }
      const { reasons } = await stored(unitId);
      expect(reasons.some(({ code }) => code === 'problem')).toBe(stillOpen(deeds));
    }),
    { numRuns: 25 },
  );
});

/** Only a check dated after a report closes it. All checks here are dated earlier, so each report stays open. */
const stillOpen = (deeds: readonly Deed[]): boolean => deeds.some(({ kind }) => kind === 'report');

it('ends in one consistent status after concurrent writes', async () => {
  await fc.assert(
    fc.asyncProperty(fc.array(deed, { minLength: 4, maxLength: 10 }), async (deeds) => {
      const tag = `CO-${randomUUID().slice(0, 12)}`;
      const unitId = await shop.unit(tag, familyId);
      await Promise.all(deeds.map((each) => carryOut(tag, each)));
      expect(await stored(unitId)).toEqual(await fromScratch(unitId));
    }),
    { numRuns: 12 },
  );
});
