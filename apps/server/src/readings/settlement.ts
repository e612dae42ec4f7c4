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

/** The result of a person's decision about a reading. */
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

/**
 * Applies a person's decision about a suspect reading. Events of the meter are stored with the meter, not with the
 * reading.
 */
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
  // It rolled over after this reading, so all later readings of the same meter are one lap further.
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

/** Withdraws a meter with the reading by which it was noticed, unless it has later readings. */
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
 * Undoes the effect of a settlement on the meter. Refused if later readings depend on it; they have to be settled
 * first.
 */
export async function takenBack(manager: EntityManager, reading: ReadingEntity, now: Date): Promise<Refusal | null> {
  const { confirmed, unitId, readAt } = reading;
  // The replacement reading is rejected too.
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

/** The row of the meter at a moment; the row of the original meter is created on first use. */
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
