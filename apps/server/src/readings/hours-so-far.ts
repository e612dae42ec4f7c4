import { type CumulativeHours, type TimeZone, hours, hoursAfterEach } from '@sturdy-shim/core';
import type { EntityManager } from 'typeorm';
import { shopZone } from '../platform/index.ts';
import type { UnitEntity } from '../units/index.ts';
import { meterHistories, serviceStart, toInstant } from './history.ts';

/** How many hours a unit has run by a moment. */
export interface HoursSoFar {
  readonly zone: TimeZone;
  /** When it came into service, and with how many. */
  readonly start: CumulativeHours;
  /** By its latest reading or estimate; null where there is none. */
  readonly last: CumulativeHours | null;
  /** After each reading or estimate, in date order, of units for which that was asked or needed; null of all others. */
  readonly each: readonly CumulativeHours[] | null;
}

/**
 * One row a unit, however long its past: with one meter that never rolled over and was never set back, the hours are the
 * highest figure it has shown.
 */
const SUMS = `
  select unit_id as "unitId", max(shown_hours) as shown, max(read_at) as "readAt",
    bool_or(lap <> 0 or coalesce(confirmed ->> 'kind' = 'as-read', false)) as special
  from reading where unit_id = any($1) and state = 'accepted' and read_at <= $2 group by unit_id`;
const REPLACED = `select distinct unit_id as "unitId" from meter
  where unit_id = any($1) and voided_at is null and fitted_at is not null`;

/** @param whole units of which the hours after each reading are needed */
export async function hoursSoFar(
  manager: EntityManager,
  units: readonly UnitEntity[],
  now: Date,
  whole: ReadonlySet<string>,
): Promise<ReadonlyMap<string, HoursSoFar>> {
  const ids = units.map(({ id }) => id);
  const zone = await shopZone(manager);
  const sums = await manager.query<{ unitId: string; shown: number; readAt: Date; special: boolean }[]>(SUMS, [
    ids,
    now,
  ]);
  const sumOf = new Map(sums.map((sum) => [sum.unitId, sum]));
  const replaced = await manager.query<{ unitId: string }[]>(REPLACED, [ids]);
  const asked = new Set([...whole, ...replaced.map(({ unitId }) => unitId)]);
  const long = units.filter(({ id, noMeter }) => noMeter || asked.has(id) || sumOf.get(id)?.special === true);
  const histories = long.length === 0 ? NONE : await meterHistories(manager, long, now);
  return new Map(
    units.map((unit): [string, HoursSoFar] => {
      const start = serviceStart(unit, zone);
      const history = histories.get(unit.id);
      if (history !== undefined) {
        const each = hoursAfterEach(history.meters, history.readings);
        return [unit.id, { zone, start, last: each.at(-1) ?? null, each }];
      }
      const sum = sumOf.get(unit.id);
      // Summed as the core sums, so that both give the same to the last digit.
      const last =
        sum === undefined
          ? null
          : {
              hours: hours(Math.max(start.hours, start.hours + sum.shown - start.hours)),
              readAt: toInstant(sum.readAt),
            };
      return [unit.id, { zone, start, last, each: null }];
    }),
  );
}
const NONE: Awaited<ReturnType<typeof meterHistories>> = new Map();
