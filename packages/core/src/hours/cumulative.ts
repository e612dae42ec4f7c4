import { hours, type Hours, type Instant } from '../units/index.ts';
import type { AcceptedReading, MeterReading } from './reading.ts';

/** Engine hours, independent of which meter counted them. */
export interface CumulativeHours {
  readonly hours: Hours;
  readonly readAt: Instant;
}

/**
 * Engine hours after each accepted reading, in date order. They survive a roll-over (the meter counts modulo its
 * modulus) and a replaced meter; a small step back within the meter's last digit counts as nothing.
 * @param base what the meter showed when the unit came into service
 */
export function hoursAfterEach(base: MeterReading, accepted: readonly AcceptedReading[]): CumulativeHours[] {
  let shown = base.shown;
  let total = base.shown as number;
  return inDateOrder(accepted).map((reading) => {
    const step = stepFrom(shown, reading);
    total += reading.confirmed === undefined ? Math.max(0, step) : step;
    // A step back within the last digit must not be counted a second time by the reading after it.
    shown = reading.confirmed === undefined && step < 0 ? shown : reading.shown;
    return { hours: hours(total), readAt: reading.at };
  });
}

/** Engine hours by the latest accepted reading, or null when there is none. */
export const cumulativeHours = (base: MeterReading, accepted: readonly AcceptedReading[]): CumulativeHours | null =>
  hoursAfterEach(base, accepted).at(-1) ?? null;

export const inDateOrder = <R extends MeterReading>(readings: readonly R[]): R[] =>
  [...readings].sort((a, b) => a.at - b.at);

function stepFrom(before: Hours, { shown, confirmed }: AcceptedReading): number {
  if (confirmed?.kind === 'rolled-over') return confirmed.modulus - before + shown;
  if (confirmed?.kind === 'new-meter') return shown - confirmed.startedAt;
  return shown - before;
}
