import { type CumulativeHours, type TimeZone, hours, hoursAfterEach } from '@sturdy-shim/core';
import type { EntityManager } from 'typeorm';
import { Facts, SHOP_ZONE, plainFacts, zoneIn } from '../platform/index.ts';
import type { UnitEntity } from '../units/index.ts';
import { meterHistories, serviceStart, toInstant } from '../readings/index.ts';

/** The hours of a unit at a moment. */
export interface HoursSoFar {
  readonly zone: TimeZone;
  /** Start of service, and the hours then. */
  readonly start: CumulativeHours;
  /** By its latest reading or estimate; null without one. */
  readonly last: CumulativeHours | null;
  /**
   * Hours after each reading or estimate, in date order, for units for which that was requested or needed; otherwise
   * null.
   */
  readonly each: readonly CumulativeHours[] | null;
}

/**
 * One row per unit, independent of its history: with a single meter without roll-overs and corrections, the hours are
 * its highest figure. Future readings do not count yet.
 */
export const HOURS_FACTS = {
  sums: plainFacts<{
    readonly unitId: string;
    readonly shown: number | null;
    readonly readAt: string | null;
    readonly special: boolean;
    /** The first future reading. */
    readonly nextAt: string | null;
  }>(
    `select unit_id as "unitId", max(shown_hours) filter (where read_at <= $2) as shown,
       max(read_at) filter (where read_at <= $2) as "readAt", min(read_at) filter (where read_at > $2) as "nextAt",
       bool_or(lap <> 0 or coalesce(confirmed ->> 'kind' = 'as-read', false)) as special
     from reading where unit_id = any($1) and state = 'accepted' group by unit_id`,
  ),
  replaced: plainFacts<{ readonly unitId: string }>(
    `select distinct unit_id as "unitId" from meter where unit_id = any($1) and voided_at is null and fitted_at is not null`,
  ),
  zone: SHOP_ZONE,
} as const;
const FACTS = new Facts('hours', HOURS_FACTS);
type Gathered = Awaited<ReturnType<typeof FACTS.gather>>;

/**
 * @param whole units for which the hours after each reading are needed
 * @param gathered already loaded histories
 */
export async function hoursSoFar(
  manager: EntityManager,
  units: readonly UnitEntity[],
  now: Date,
  whole: ReadonlySet<string>,
  gathered?: Gathered,
): Promise<ReadonlyMap<string, HoursSoFar>> {
  const facts =
    gathered ??
    (await FACTS.gather(
      manager,
      units.map(({ id }) => id),
      now,
    ));
  const zone = zoneIn(facts.zone);
  const sumOf = (id: string) => facts.sums.get(id)?.[0];
  const asked = new Set([...whole, ...facts.replaced.keys()]);
  const long = units.filter(({ id, noMeter }) => noMeter || asked.has(id) || sumOf(id)?.special === true);
  const histories = long.length === 0 ? NONE : await meterHistories(manager, long, now);
  return new Map(
    units.map((unit): [string, HoursSoFar] => {
      const start = serviceStart(unit, zone);
      const history = histories.get(unit.id);
      if (history !== undefined) {
        const each = hoursAfterEach(history.meters, history.readings);
        return [unit.id, { zone, start, last: each.at(-1) ?? null, each }];
      }
      const sum = sumOf(unit.id);
      // Summed in the same order as in the core, so that both results are identical.
      const last =
        sum === undefined || sum.shown === null || sum.readAt === null
          ? null
          : {
              hours: hours(Math.max(start.hours, start.hours + sum.shown - start.hours)),
              readAt: toInstant(new Date(sum.readAt)),
            };
      return [unit.id, { zone, start, last, each: null }];
    }),
  );
}
const NONE: Awaited<ReturnType<typeof meterHistories>> = new Map();
