import { valueAt, type CumulativeHours, hoursBetween, valveKey } from '@sturdy-shim/core';
import type { EntityManager } from 'typeorm';
import { WORK_LEFT_BEHIND } from '../checks/index.ts';
import { OPEN_FOLLOW_UPS } from '../follow-ups/index.ts';
import { Facts } from '../platform/index.ts';
import { OPEN_PROBLEMS } from '../problem-reports/index.ts';
import { toInstant } from '../readings/index.ts';
import { STORED, type UnitEntity } from '../units/index.ts';
import { HOURS_FACTS, hoursSoFar } from './hours-so-far.ts';
import { LAST_GAUGED } from './last-gauged.ts';
import { LIVE_FACTS } from './live-facts.ts';
import type { LastGauged, LastInside, UnitFacts } from './unit-facts.ts';

/** All recorded facts in one statement. */
const SOURCES = new Facts('unit-facts-collected', {
  ...HOURS_FACTS,
  ...LIVE_FACTS,
  gauged: LAST_GAUGED,
  followUps: OPEN_FOLLOW_UPS,
  problems: OPEN_PROBLEMS,
  stored: STORED,
  workLeft: WORK_LEFT_BEHIND,
});
export type Collected = Awaited<ReturnType<typeof SOURCES.gather>>;

/** The recorded facts of units at a moment. May be read before the units are loaded. */
export const collect = (manager: EntityManager, unitIds: readonly string[], now: Date): Promise<Collected> =>
  SOURCES.gather(manager, unitIds, now);

/** The facts of units, by unit, from the bare record. */
export async function collectedFacts(
  manager: EntityManager,
  units: readonly UnitEntity[],
  now: Date,
  record: Collected,
): Promise<Map<string, UnitFacts>> {
  // Sorted, because rows of a statement have no order and the same record must give the same facts.
  const gaugedOf = (id: string) => inOrder(record.gauged.get(id) ?? [], ({ gauged }) => valveKey(gauged.valve));
  // Checks without hours need the whole meter history: their hours are interpolated between readings.
  const unknown = new Set(
    units.flatMap(({ id }) => (gaugedOf(id).some(({ inside, gauged }) => inside && gauged.hours === null) ? [id] : [])),
  );
  const hoursOf = await hoursSoFar(manager, units, now, unknown, record);
  return new Map(
    units.map(({ id }): [string, UnitFacts] => {
      const ran = valueAt(hoursOf, id);
      const known = [ran.start, ...(ran.each ?? [])];
      const nextAt = record.sums.get(id)?.[0]?.nextAt ?? null;
      return [
        id,
        {
          zone: ran.zone,
          hours: ran.last,
          nextReadingAt: nextAt === null ? null : momentIn(nextAt),
          problems: inOrder(
            (record.problems.get(id) ?? []).map(({ symptom, reportedAt }) => ({ symptom, at: momentIn(reportedAt) })),
            ({ symptom, at }) => `${at} ${symptom}`,
          ),
          workLeft: inOrder(
            (record.workLeft.get(id) ?? []).map(({ what, at, ticked }) => ({ what, at: toInstant(at), ticked })),
            ({ what, at }) => `${what} ${at}`,
          ),
          followUps: inOrder(record.followUps.get(id) ?? [], ({ madeAt, id: own }) => `${madeAt} ${own}`).map(
            ({ kind, what, byDay, madeAt }) => ({ kind, what, byDay, at: momentIn(madeAt) }),
          ),
          stored: inOrder(
            (record.stored.get(id) ?? []).map(({ fromAt, toAt }) => ({
              from: momentIn(fromAt),
              to: toAt === null ? null : momentIn(toAt),
            })),
            ({ from }) => from,
          ),
          last: gaugedOf(id).flatMap(({ last, gauged }) => (last ? [gauged] : [])),
          inside: gaugedOf(id).flatMap(({ inside, gauged }) => (inside ? [leftInside(gauged, known)] : [])),
        },
      ];
    }),
  );
}

/** Interpolates the hours of a check that has none, if there are readings before and after it. */
function leftInside({ valve, at, hours }: LastGauged, known: readonly CumulativeHours[]): LastInside {
  if (hours !== null) return { valve, at, hours, hoursEstimated: false };
  const estimate = hoursBetween(known, at);
  return { valve, at, hours: estimate, hoursEstimated: estimate !== null };
}

const momentIn = (text: string) => toInstant(new Date(text));

const inOrder = <T>(facts: readonly T[], by: (fact: T) => string | number): readonly T[] =>
  facts.toSorted((a, b) => (by(a) < by(b) ? -1 : by(a) > by(b) ? 1 : 0));
