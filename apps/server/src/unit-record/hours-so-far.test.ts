import { afterAll, beforeAll, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { randomUUID } from 'node:crypto';
import { AuditedTransaction, actAs } from '../platform/index.ts';
import { type TestServer, startServer } from '../testing/server.ts';
import { openShop } from '../testing/shop.ts';
import { UnitEntity } from '../units/index.ts';
import { MeterEntity, ReadingEntity, hoursAsOf } from '../readings/index.ts';
import { hoursSoFar } from './hours-so-far.ts';

let server: TestServer;
let familyId: string;
let shop: Awaited<ReturnType<typeof openShop>>;
beforeAll(async () => {
  server = await startServer('2026-06-01T08:00:00Z');
  shop = await openShop(server);
  familyId = await shop.family({ code: 'Marl' });
});
afterAll(() => server.stop());

const DAY = 86_400_000;
const START = Date.parse('2026-01-10T00:00:00Z');
const reading = fc.record({
  day: fc.double({ min: -5, max: 160, noNaN: true }),
  hours: fc.integer({ min: 0, max: 900 }).map((tenths) => tenths / 10),
  lap: fc.constantFrom(0, 0, 0, 0, 1),
  asRead: fc.constantFrom(false, false, false, false, true),
  state: fc.constantFrom<ReadingEntity['state']>('accepted', 'accepted', 'suspect', 'rejected'),
});
const pasts = fc.record({
  readings: fc.array(reading, { maxLength: 9 }),
  replacedOn: fc.option(fc.integer({ min: 1, max: 140 }), { nil: null, freq: 3 }),
  atStart: fc.constantFrom(0, 20, 60),
});

it('gives the same hours for any moment as all readings together, in one row per unit', async () => {
  const cases = fc.sample(pasts, { numRuns: 60, seed: 7 });
  const units: UnitEntity[] = [];
  for (const [index, { readings, replacedOn, atStart }] of cases.entries()) {
    const unitId = await shop.unit(`H-${index}`, familyId, { inServiceOn: '2026-01-10', hoursAtStart: atStart });
    await actAs({ kind: 'program', name: 'test' }, () =>
      server.app.get(AuditedTransaction).run(async (manager) => {
        await manager.insert(
          ReadingEntity,
          readings.map(({ day, hours, lap, asRead, state }) => ({
            id: randomUUID(),
            unitId,
            readAt: new Date(START + day * DAY),
            shownHours: hours,
            note: '',
            readBy: 'test',
            state,
            suspicions: [],
            confirmed: asRead ? ({ kind: 'as-read' } as const) : null,
            receivedAt: new Date(START),
            lap,
          })),
        );
        if (replacedOn === null) return;
        const fitted = { fittedAt: new Date(START + replacedOn * DAY), startedAtHours: 3, modulusHours: null };
        await manager.insert(MeterEntity, { id: randomUUID(), unitId, ...fitted, enteredAt: new Date(START) });
      }),
    );
    units.push(await server.database.manager.findOneByOrFail(UnitEntity, { id: unitId }));
  }
  for (const at of [new Date(START + 50 * DAY), new Date(START + 141 * DAY)]) {
    const sums = await hoursSoFar(server.database.manager, units, at, new Set());
    for (const unit of units)
      expect([unit.tag, sums.get(unit.id)?.last]).toEqual([
        unit.tag,
        await hoursAsOf(server.database.manager, unit, at),
      ]);
  }
});
