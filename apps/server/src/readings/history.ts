import {
  type AcceptedReading,
  type CumulativeHours,
  type Instant,
  type Meter,
  cumulativeHours,
  hours,
  instant,
} from '@sturdy-shim/core';
import { type EntityManager, IsNull, LessThanOrEqual } from 'typeorm';
import type { UnitEntity } from '../units/index.ts';
import { MeterEntity } from './meter.entity.ts';
import { ReadingEntity } from './reading.entity.ts';

/** The meters of a unit and what they showed: all that its hours follow from. */
export interface MeterHistory {
  /** The first is the one that the unit came with. */
  readonly meters: readonly Meter[];
  readonly readings: readonly AcceptedReading[];
}

/** When a unit came into service, and with how many hours. */
export const serviceStart = ({ inServiceOn, hoursAtStart }: UnitEntity): CumulativeHours => ({
  readAt: instant(Date.parse(inServiceOn)),
  hours: hours(hoursAtStart),
});

const modulusOf = (meter: MeterEntity | undefined) =>
  meter === undefined || meter.modulusHours === null ? null : hours(meter.modulusHours);

/** The meters of a unit as the core has them. */
export function coreMeters(unit: UnitEntity, stored: readonly MeterEntity[]): Meter[] {
  const start = serviceStart(unit);
  const first = stored.find(({ fittedAt }) => fittedAt === null);
  return [
    { from: start.readAt, startedAt: start.hours, modulus: modulusOf(first) },
    ...stored.flatMap((meter): Meter[] =>
      meter.fittedAt === null
        ? []
        : [
            {
              from: toInstant(meter.fittedAt),
              startedAt: hours(meter.startedAtHours ?? 0),
              modulus: modulusOf(meter),
            },
          ],
    ),
  ];
}

export const acceptedReading = ({ readAt, shownHours, lap, confirmed }: ReadingEntity): AcceptedReading => ({
  at: toInstant(readAt),
  shown: hours(shownHours),
  lap,
  asRead: confirmed?.kind === 'as-read',
});

export const metersOf = (manager: EntityManager, unitId: string): Promise<MeterEntity[]> =>
  manager.find(MeterEntity, { where: { unitId, voidedAt: IsNull() }, order: { fittedAt: 'ASC' } });

/** Meters and readings of a unit that count; readings up to a moment when one is given. */
export async function meterHistory(manager: EntityManager, unit: UnitEntity, until?: Date): Promise<MeterHistory> {
  const rows = await manager.find(ReadingEntity, {
    where: { unitId: unit.id, state: 'accepted', ...(until && { readAt: LessThanOrEqual(until) }) },
    order: { readAt: 'ASC' },
  });
  return { meters: coreMeters(unit, await metersOf(manager, unit.id)), readings: rows.map(acceptedReading) };
}

/** Engine hours of a unit as known at a moment. */
export async function hoursAsOf(manager: EntityManager, unit: UnitEntity, at: Date): Promise<CumulativeHours | null> {
  const { meters, readings } = await meterHistory(manager, unit, at);
  return cumulativeHours(meters, readings);
}

export const toInstant = (date: Date): Instant => instant(date.getTime());
