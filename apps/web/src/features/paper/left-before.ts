import { type Valve, valveKey } from '@sturdy-shim/core';
import type { CourseStopDto, ValveCourseDto } from '../../shared/api/index.ts';

/** How a valve was left by the check before this one, by the record of the unit; null where no earlier check gauged it. */
export function leftBefore(courses: readonly ValveCourseDto[], checkId: string, valve: Valve): CourseStopDto | null {
  const stops = courses.find((course) => valveKey(course) === valveKey(valve))?.stops ?? [];
  const place = stops.findIndex((stop) => stop.checkId === checkId);
  // A check that was voided or is not signed is not in the record: nothing stands before it there.
  return place < 1 ? null : (stops[place - 1] ?? null);
}
