import { randomUUID } from 'node:crypto';
import { type Meter, type PlacedReading, hours, meterAt, metersInOrder } from '@sturdy-shim/core';
import { And, type EntityManager, IsNull, LessThan, MoreThan, MoreThanOrEqual } from 'typeorm';
import { type Refusal, currentActor } from '../platform/index.ts';
import type { UnitEntity } from '../units/index.ts';
import { metersOf, toInstant } from './history.ts';
import { MeterEntity } from './meter.entity.ts';
import type { SettleReadingDto } from './reading.dto.ts';
import { type Confirmation, ReadingEntity } from './reading.entity.ts';
import * as refusals from './refusals.ts';

/** What a person's decision makes of a reading. */
export interface Settled {
  readonly confirmed: Confirmation | null;
  readonly lap: number;
}

interface Settling {
  readonly manager: EntityManager;
  readonly unit: UnitEntity;
  readonly reading: ReadingEntity;
  readonly meters: readonly Meter[];
  readonly placed: PlacedReading;
  readonly now: Date;
}

/** Carries out what a person says of a suspect reading: what the meter did is kept with the meter, not with the reading. */
export async function settled(
  settling: Settling,
  { decision, startedAtHours = 0, reason = '' }: SettleReadingDto,
): Promise<Settled | Refusal> {
  const { placed } = settling;
  switch (decision) {
    case 'rejected':
    case 'corrected':
      return { confirmed: null, lap: placed.lap };
    case 'as-read':
      return { confirmed: { kind: 'as-read' }, lap: placed.lap };
    case 'rolled-over':
      return rolledOver(settling);
    case 'new-meter':
      return newMeter(settling, startedAtHours, reason);
  }
}

async function rolledOver({ manager, unit, reading, meters, placed, now }: Settling): Promise<Settled | Refusal> {
  const found = placed.suspicions.find((each) => each.code === 'roll-over');
  if (found?.code !== 'roll-over') return refusals.noRollOver;
  const meter = await meterRowAt(manager, unit, meters, reading.readAt, now);
  await manager.update(MeterEntity, { id: meter.id }, { modulusHours: found.modulus });
  const confirmed = { kind: 'rolled-over', modulus: found.modulus } as const;
  if (found.side === 'before') return { confirmed, lap: placed.lap + 1 };
  // It rolled over after this reading: everything later on the same meter is a lap further on.
  const next = (await metersOf(manager, unit.id)).find(
    ({ fittedAt }) => fittedAt !== null && fittedAt > reading.readAt,
  );
  const after = MoreThan(reading.readAt);
  const later = await manager.find(ReadingEntity, {
    where: { unitId: unit.id, readAt: next?.fittedAt ? And(after, LessThan(next.fittedAt)) : after },
    select: { id: true, lap: true },
  });
  for (const lap of new Set(later.map((each) => each.lap))) {
    const ids = later.filter((each) => each.lap === lap).map(({ id }) => id);
    await manager.update(ReadingEntity, ids, { lap: lap + 1 });
  }
  return { confirmed, lap: placed.lap };
}

async function newMeter(
  { manager, unit, reading, placed, now }: Settling,
  startedAtHours: number,
  reason: string,
): Promise<Settled | Refusal> {
  const after = placed.suspicions.some((each) => each.code === 'new-meter' && each.side === 'after');
  // It was fitted by the first reading that it gave.
  const first = after
    ? await manager.findOneOrFail(ReadingEntity, {
        where: { unitId: unit.id, state: 'accepted', readAt: MoreThan(reading.readAt) },
        order: { readAt: 'ASC' },
      })
    : reading;
  if (startedAtHours > first.shownHours) return refusals.startedAbove(first.shownHours);
  await manager.insert(MeterEntity, {
    ...meterRow(unit, now),
    fittedAt: first.readAt,
    startedAtHours,
    reason,
    readingId: reading.id,
  });
  return { confirmed: { kind: 'new-meter', startedAt: hours(startedAtHours) }, lap: after ? placed.lap : 0 };
}

/** A meter is taken back with the reading by which it was noticed, unless others have been read from it since. */
export async function meterFollows(manager: EntityManager, reading: ReadingEntity, now: Date): Promise<void> {
  const meter = await manager.findOneBy(MeterEntity, { readingId: reading.id, voidedAt: IsNull() });
  if (meter === null || meter.fittedAt === null) return;
  const others = await manager.countBy(ReadingEntity, {
    unitId: reading.unitId,
    state: 'accepted',
    readAt: MoreThanOrEqual(meter.fittedAt),
  });
  if (others === 0) await manager.update(MeterEntity, { id: meter.id }, { voidedAt: now });
}

/** The note of a reading that was entered instead of another one. */
export const correctedFrom = ({ shownHours }: ReadingEntity): string => `Corrected: ${shownHours} h was entered.`;

/**
 * Undoes what a settlement did to the meter. Not when later readings count on it: then they would have to be settled first.
 */
export async function takenBack(manager: EntityManager, reading: ReadingEntity, now: Date): Promise<Refusal | null> {
  const { confirmed, unitId, readAt } = reading;
  // What was entered instead of it does not count any more either.
  await manager.update(
    ReadingEntity,
    { unitId, readAt, state: 'accepted', note: correctedFrom(reading) },
    { state: 'rejected', settledBy: currentActor().name, settledReason: 'The correction was taken back.' },
  );
  if (confirmed === null || confirmed.kind === 'as-read') return null;
  const later = await manager.countBy(ReadingEntity, { unitId, state: 'accepted', readAt: MoreThan(readAt) });
  if (later > 0) return refusals.restsOnIt(later);
  if (confirmed.kind === 'rolled-over') {
    await manager.update(ReadingEntity, { id: reading.id }, { lap: Math.max(0, reading.lap - 1) });
    return null;
  }
  await manager.update(MeterEntity, { readingId: reading.id, voidedAt: IsNull() }, { voidedAt: now });
  return null;
}

const meterRow = (unit: UnitEntity, now: Date): MeterEntity => ({
  id: randomUUID(),
  unitId: unit.id,
  fittedAt: null,
  startedAtHours: null,
  modulusHours: null,
  reason: '',
  readingId: null,
  enteredBy: currentActor().name,
  enteredAt: now,
  voidedAt: null,
});

/** The row of the meter at a moment; that of the first is written when there is something to say of it. */
async function meterRowAt(
  manager: EntityManager,
  unit: UnitEntity,
  meters: readonly Meter[],
  at: Date,
  now: Date,
): Promise<MeterEntity> {
  const series = metersInOrder(meters);
  const core = meterAt(series, toInstant(at));
  const rows = await metersOf(manager, unit.id);
  const known = rows.find(({ fittedAt }) =>
    core === series[0] ? fittedAt === null : fittedAt !== null && toInstant(fittedAt) === core.from,
  );
  if (known !== undefined) return known;
  const row = meterRow(unit, now);
  await manager.insert(MeterEntity, row);
  return row;
}
