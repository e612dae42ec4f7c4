import {
  valueAt,
  type AcceptedReading,
  type CumulativeHours,
  type Instant,
  type Meter,
  type TimeZone,
  addCalendarDays,
  asReadings,
  cumulativeHours,
  hours,
  instant,
  startOfDay,
} from '@sturdy-shim/core';
import { Any, type EntityManager, IsNull } from 'typeorm';
import { Facts, SHOP_ZONE, grouped, plainFacts, zoneIn } from '../platform/index.ts';
import type { UnitEntity } from '../units/index.ts';
import { MeterEntity } from './meter.entity.ts';
import { UseEntryEntity } from './use-entry.entity.ts';

/** The meters and readings of a unit, which determine its hours. */
export interface MeterHistory {
  /** The first is the one that the unit came with. */
  readonly meters: readonly Meter[];
  readonly readings: readonly AcceptedReading[];
  /** Of the shop: its days are the days that count. */
  readonly zone: TimeZone;
}

/** Start of service of a unit, and its hours then. */
export const serviceStart = ({ inServiceOn, hoursAtStart }: UnitEntity, zone: TimeZone): CumulativeHours => ({
  readAt: startOfDay(inServiceOn, zone),
  hours: hours(hoursAtStart),
});

type CoreMeter = Pick<MeterEntity, 'fittedAt' | 'startedAtHours' | 'modulusHours'>;
const byFitting = (a: CoreMeter, b: CoreMeter): number => (a.fittedAt?.getTime() ?? 0) - (b.fittedAt?.getTime() ?? 0);
const modulusOf = (meter: CoreMeter | undefined) =>
  meter === undefined || meter.modulusHours === null ? null : hours(meter.modulusHours);

/** The meters of a unit as core types. */
export function coreMeters(unit: UnitEntity, stored: readonly CoreMeter[], zone: TimeZone): Meter[] {
  const start = serviceStart(unit, zone);
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

export const metersOf = (manager: EntityManager, unitId: string): Promise<MeterEntity[]> =>
  manager.find(MeterEntity, { where: { unitId, voidedAt: IsNull() }, order: { fittedAt: 'ASC' } });

/** Plain columns instead of entities, because a fleet has millions of readings. */
interface CountingRow {
  readonly unitId: string;
  readonly at: number;
  readonly shown: number;
  readonly lap: number;
  readonly asRead: boolean;
}
const FACTS = new Facts('meters', {
  readings: plainFacts<CountingRow>(
    `select unit_id as "unitId", date_part('epoch', read_at) * 1000 as at, shown_hours as shown, lap,
       coalesce(confirmed ->> 'kind' = 'as-read', false) as "asRead"
     from reading where unit_id = any($1) and state = 'accepted' and read_at <= $2`,
  ),
  meters: plainFacts<CountingMeter>(
    `select unit_id as "unitId", date_part('epoch', fitted_at) * 1000 as "fittedAt", started_at_hours as "startedAtHours",
       modulus_hours as "modulusHours"
     from meter where unit_id = any($1) and voided_at is null`,
  ),
  zone: SHOP_ZONE,
});
interface CountingMeter {
  readonly unitId: string;
  /** Null: it came with the unit. */
  readonly fittedAt: number | null;
  readonly startedAtHours: number | null;
  readonly modulusHours: number | null;
}
const countingMeter = ({ fittedAt, ...meter }: CountingMeter) => ({
  ...meter,
  fittedAt: fittedAt === null ? null : new Date(Math.round(fittedAt)),
});
/** Includes future readings if no moment is given. */
const WHENEVER = new Date('9999-01-01');
const countingReading = ({ at, shown, lap, asRead }: CountingRow): AcceptedReading => ({
  at: instant(Math.round(at)),
  shown: hours(shown),
  lap,
  asRead,
});

/** Meters and accepted readings by unit; readings up to a moment if one is given. */
export async function meterHistories(
  manager: EntityManager,
  units: readonly UnitEntity[],
  until?: Date,
): Promise<ReadonlyMap<string, MeterHistory>> {
  const ids = units.map(({ id }) => id);
  const facts = await FACTS.gather(manager, ids, until ?? WHENEVER);
  const zone = zoneIn(facts.zone);
  const unmetered = units.filter(({ noMeter }) => noMeter).map(({ id }) => id);
  const uses =
    unmetered.length === 0
      ? []
      : await manager.find(UseEntryEntity, { where: { unitId: Any(unmetered), voidedAt: IsNull() } });
  const usesOf = grouped(uses, (each) => each.unitId);
  return new Map(
    units.map((unit) => [
      unit.id,
      {
        meters: coreMeters(unit, (facts.meters.get(unit.id) ?? []).map(countingMeter).sort(byFitting), zone),
        readings: withEstimates(
          unit,
          (facts.readings.get(unit.id) ?? []).map(countingReading).sort((a, b) => a.at - b.at),
          usesOf.get(unit.id) ?? [],
          zone,
          until,
        ),
        zone,
      },
    ]),
  );
}

/**
 * Estimates for a unit without a meter, as readings at the end of each entry's last day; for a unit that once had a
 * meter, from its last reading on.
 */
function withEstimates(
  unit: UnitEntity,
  readings: readonly AcceptedReading[],
  uses: readonly UseEntryEntity[],
  zone: TimeZone,
  until: Date | undefined,
): AcceptedReading[] {
  const last = readings.at(-1);
  const start = last?.shown ?? serviceStart(unit, zone).hours;
  const ended = uses.flatMap(({ fromDay, toDay, hours: ran }) => {
    const begun = startOfDay(fromDay, zone);
    if ((last !== undefined && begun < last.at) || (until !== undefined && begun > until.getTime())) return [];
    // The last day may not be over; it counts proportionally.
    const end = startOfDay(addCalendarDays(toDay, 1), zone);
    return [{ until: until === undefined ? end : instant(Math.min(end, until.getTime())), hours: hours(ran) }];
  });
  return [...readings, ...asReadings(start, ended).map((each) => ({ ...each, lap: last?.lap ?? 0 }))];
}

/** Meters and readings of one unit. */
export async function meterHistory(manager: EntityManager, unit: UnitEntity, until?: Date): Promise<MeterHistory> {
  return valueAt(await meterHistories(manager, [unit], until), unit.id);
}

/** Engine hours of a unit at a moment. */
export async function hoursAsOf(manager: EntityManager, unit: UnitEntity, at: Date): Promise<CumulativeHours | null> {
  const { meters, readings } = await meterHistory(manager, unit, at);
  return cumulativeHours(meters, readings);
}

export const toInstant = (date: Date): Instant => instant(date.getTime());
