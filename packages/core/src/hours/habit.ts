import { MS_PER_DAY, quantile } from '../units/index.ts';
import { hoursAfterEach, type CumulativeHours } from './cumulative.ts';
import { metersInOrder, type Meter } from './meter.ts';
import type { AcceptedReading } from './reading.ts';

/** So many readings around a moment say what a unit's habit is: a year of weeks, and what it costs does not grow with its past. */
export const HABIT_READINGS = 60;

/**
 * The 95th percentile of a unit's daily use between readings, in hours a day; null below `intervalsNeeded` intervals.
 * @param fromStart the readings are the first of the unit: its start of service begins an interval too
 */
export function usualMaxPerDay(
  meters: readonly Meter[],
  readings: readonly AcceptedReading[],
  intervalsNeeded: number,
  fromStart = true,
): number | null {
  if (readings.length < intervalsNeeded) return null;
  const first = metersInOrder(meters)[0] as Meter;
  const known: CumulativeHours[] = [
    { hours: first.startedAt, readAt: first.from },
    ...hoursAfterEach(meters, readings),
  ];
  const begin = fromStart ? 1 : 2;
  const rates = known.slice(begin).map(({ hours, readAt }, index) => {
    const previous = known[index + begin - 1] as CumulativeHours;
    const days = Math.max(1, (readAt - previous.readAt) / MS_PER_DAY);
    return Math.max(0, hours - previous.hours) / days;
  });
  return quantile(rates, 0.95);
}
