import { MS_PER_DAY, quantile } from '../units/index.ts';
import { inDateOrder } from './cumulative.ts';
import type { AcceptedReading } from './reading.ts';

/**
 * The 95th percentile of a unit's daily use between readings, in hours a day; null below `intervalsNeeded` intervals.
 */
export function usualMostPerDay(readings: readonly AcceptedReading[], intervalsNeeded: number): number | null {
  const ordered = inDateOrder(readings);
  const rates: number[] = [];
  ordered.forEach((reading, index) => {
    const previous = ordered[index - 1];
    if (previous === undefined || (reading.confirmed !== undefined && reading.confirmed.kind !== 'as-read')) return;
    const days = Math.max(1, (reading.at - previous.at) / MS_PER_DAY);
    rates.push(Math.max(0, reading.shown - previous.shown) / days);
  });
  if (rates.length < intervalsNeeded) return null;
  return quantile(rates, 0.95);
}
