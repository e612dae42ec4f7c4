import { valueAt, type CumulativeHours, type UnitRecord, hoursAfterEach } from '@sturdy-shim/core';
import type { EntityManager } from 'typeorm';
import { type MeterHistory, meterHistories, serviceStart } from '../readings/index.ts';
import type { UnitEntity } from '../units/index.ts';

/** The part of a unit's record that determines its hours. */
export type HoursOnRecord = Pick<UnitRecord, 'zone' | 'start' | 'hours'>;

/** The hours of a unit from its loaded meters and readings. */
export const hoursOnRecord = (unit: UnitEntity, { zone, meters, readings }: MeterHistory): HoursOnRecord => ({
  zone,
  start: serviceStart(unit, zone),
  hours: hoursAfterEach(meters, readings),
});

/** The hours of units up to a moment, by unit. */
export async function hoursOnRecordOf(
  manager: EntityManager,
  units: readonly UnitEntity[],
  now: Date,
): Promise<ReadonlyMap<string, HoursOnRecord>> {
  const histories = await meterHistories(manager, units, now);
  return new Map(units.map((unit) => [unit.id, hoursOnRecord(unit, valueAt(histories, unit.id))]));
}

/** Its hours in order, with those at the start of service first. */
export const hoursFromStart = ({ start, hours }: Pick<UnitRecord, 'start' | 'hours'>): CumulativeHours[] => [
  start,
  ...hours,
];
