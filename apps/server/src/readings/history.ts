import {
  type AcceptedReading,
  type CumulativeHours,
  type Instant,
  type MeterReading,
  cumulativeHours,
  hours,
  instant,
} from '@sturdy-shim/core';
import { type EntityManager, LessThanOrEqual } from 'typeorm';
import type { UnitEntity } from '../units/index.ts';
import { ReadingEntity } from './reading.entity.ts';

/** Where a unit's meter stood on the day it came into service. */
export const serviceStart = ({ inServiceOn, hoursAtStart }: UnitEntity): MeterReading => ({
  at: instant(Date.parse(inServiceOn)),
  shown: hours(hoursAtStart),
});

export const acceptedReading = ({ readAt, shownHours, confirmed }: ReadingEntity): AcceptedReading => ({
  at: instant(readAt.getTime()),
  shown: hours(shownHours),
  ...(confirmed !== null && { confirmed }),
});

/** Readings of a unit that count, in date order; up to a moment when one is given. */
export async function acceptedReadings(
  manager: EntityManager,
  unitId: string,
  until?: Date,
): Promise<AcceptedReading[]> {
  const rows = await manager.find(ReadingEntity, {
    where: { unitId, state: 'accepted', ...(until && { readAt: LessThanOrEqual(until) }) },
    order: { readAt: 'ASC' },
  });
  return rows.map(acceptedReading);
}

/** Engine hours of a unit as known at a moment. */
export async function hoursAsOf(manager: EntityManager, unit: UnitEntity, at: Date): Promise<CumulativeHours | null> {
  return cumulativeHours(serviceStart(unit), await acceptedReadings(manager, unit.id, at));
}

export const toInstant = (date: Date): Instant => instant(date.getTime());
