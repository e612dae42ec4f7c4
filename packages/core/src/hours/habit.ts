import { MS_PER_DAY } from '../units/index.ts';
import { inDateOrder } from './cumulative.ts';
import type { AcceptedReading } from './reading.ts';

/**
 * The 95th percentile of a unit's daily use between readings, in hours a day; null below `intervalsNeeded` intervals.
 * Percentile by linear interpolation between order statistics (Hyndman and Fan 1996, type 7).
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
  rates.sort((a, b) => a - b);
  const place = (rates.length - 1) * 0.95;
  const [below, above] = [rates[Math.floor(place)] ?? 0, rates[Math.ceil(place)] ?? 0];
  return below + (above - below) * (place - Math.floor(place));
}
