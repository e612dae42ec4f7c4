import { type Valve, valveKey } from '@sturdy-shim/core';
import type { CourseStopDto, ValveCourseDto } from '../../shared/api/index.ts';

/** The gap in which the previous check left a valve, from the unit's record; null if no earlier check gauged it. */
export function leftBefore(courses: readonly ValveCourseDto[], checkId: string, valve: Valve): CourseStopDto | null {
  const stops = courses.find((course) => valveKey(course) === valveKey(valve))?.stops ?? [];
  const place = stops.findIndex((stop) => stop.checkId === checkId);
  // A struck-out or unsigned check is not in the record, so it has no previous check.
  return place < 1 ? null : (stops[place - 1] ?? null);
}
