import { hoursBetween } from '../hours/index.ts';
import { valveKey, type Valve } from '../specification/index.ts';
import type { Hours, Instant } from '../units/index.ts';
import { foundIn, leftIn, type GapSeen } from './gap-series.ts';
import type { UnitRecord } from './unit-record.ts';

/** One check in the history of a valve's gap over the hours. */
export interface CourseStop {
  readonly checkId: string;
  readonly at: Instant;
  /** Of the check, or interpolated between readings; null if neither is known. */
  readonly hours: Hours | null;
  readonly hoursEstimated: boolean;
  readonly found: GapSeen | null;
  /** Not there where it was left as found. */
  readonly left: GapSeen | null;
}

/** The gap history of every valve that was ever gauged: as found and as left at each check, oldest first. */
export function coursesOf({ start, hours, checks }: UnitRecord): { valve: Valve; stops: CourseStop[] }[] {
  const known = [start, ...hours];
  const courses = new Map<string, { valve: Valve; stops: CourseStop[] }>();
  for (const check of checks) {
    const hoursAt = check.hours ?? hoursBetween(known, check.at);
    for (const series of check.valves) {
      const [found, left] = [foundIn(series), leftIn(series)];
      if (found === null && left === null) continue;
      const key = valveKey(series.valve);
      const course = courses.get(key) ?? { valve: series.valve, stops: [] };
      courses.set(key, course);
      course.stops.push({
        checkId: check.id,
        at: check.at,
        hours: hoursAt,
        hoursEstimated: check.hours === null && hoursAt !== null,
        found,
        left: left === found ? null : left,
      });
    }
  }
  return [...courses.values()].toSorted(
    ({ valve: a }, { valve: b }) =>
      a.cylinder - b.cylinder || b.kind.localeCompare(a.kind, 'en') || a.ordinal - b.ordinal,
  );
}
