import type { Hours, Instant } from '../units/index.ts';
import type { AcceptedReading, MeterReading } from './reading.ts';

/** One hour meter of a unit. A unit has a series of them; a reading belongs to the one that was fitted at its time. */
export interface Meter {
  readonly from: Instant;
  /** What it showed when it was fitted. */
  readonly startedAt: Hours;
  /** It counts modulo this; null until it was seen to roll over. */
  readonly modulus: Hours | null;
}

/** After 999.9 comes 000.0 (common practice, no source): meters count modulo these. */
export const MODULI: readonly number[] = [1_000, 10_000, 100_000];

/** Meters in the order in which they were fitted. @throws RangeError for a unit without any: it came with one */
export function metersInOrder(meters: readonly Meter[]): Meter[] {
  if (meters.length === 0) throw new RangeError('a unit comes with a meter');
  return meters.toSorted((a, b) => a.from - b.from);
}

/** The meter that was fitted at a moment; the first also for what was read before it. @param inOrder as `metersInOrder` gives them */
export const meterAt = (inOrder: readonly Meter[], at: Instant): Meter =>
  inOrder.findLast(({ from }) => from <= at) ?? (inOrder[0] as Meter);

/** What the meter would show if it did not roll over. */
export const unrolled = ({ shown, lap }: Pick<AcceptedReading, 'shown' | 'lap'>, { modulus }: Meter): number =>
  shown + lap * (modulus ?? 0);

export const inDateOrder = <R extends MeterReading>(readings: readonly R[]): R[] =>
  readings.toSorted((a, b) => a.at - b.at);
