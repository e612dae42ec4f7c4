import { MS_PER_DAY, quantile } from '../units/index.ts';
import { hoursAfterEach, type CumulativeHours } from './cumulative.ts';
import { metersInOrder, type Meter } from './meter.ts';
import type { AcceptedReading } from './reading.ts';

/**
 * The 95th percentile of a unit's daily use between readings, in hours a day; null below `intervalsNeeded` intervals.
 */
export function usualMaxPerDay(
  meters: readonly Meter[],
  readings: readonly AcceptedReading[],
  intervalsNeeded: number,
): number | null {
  if (readings.length < intervalsNeeded) return null;
  const first = metersInOrder(meters)[0] as Meter;
  const known: CumulativeHours[] = [
    { hours: first.startedAt, readAt: first.from },
    ...hoursAfterEach(meters, readings),
  ];
  const rates = known.slice(1).map(({ hours, readAt }, index) => {
    const previous = known[index] as CumulativeHours;
    const days = Math.max(1, (readAt - previous.readAt) / MS_PER_DAY);
    return Math.max(0, hours - previous.hours) / days;
  });
  return quantile(rates, 0.95);
}
