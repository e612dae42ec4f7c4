import { hours, type Hours, type Instant } from '../units/index.ts';
import type { AcceptedReading } from './reading.ts';

/** What the hours of a unit without a meter are estimated from. */
export type UseBasis =
  /** Days on the job, times hours a day. */
  | { readonly basis: 'days'; readonly days: number; readonly hoursPerDay: number }
  /** Fuel used, divided by consumption per hour; both in the same unit. */
  | { readonly basis: 'fuel'; readonly fuel: number; readonly fuelPerHour: number };

/** Hours that a unit without a meter has run, to the tenth: always an estimate. @throws RangeError for a rate that is not above 0 */
export function estimatedHours(use: UseBasis): Hours {
  if (use.basis === 'days') return hours(Math.round(use.days * use.hoursPerDay * 10) / 10);
  if (!(use.fuelPerHour > 0)) throw new RangeError('an engine burns something in an hour');
  return hours(Math.round((use.fuel / use.fuelPerHour) * 10) / 10);
}

/**
 * Estimates in the form of meter readings at the end of each period, so that everything based on hours can use them.
 * @param start engine hours when the unit came into service
 * @param uses in any order
 */
export function asReadings(
  start: Hours,
  uses: readonly { readonly until: Instant; readonly hours: Hours }[],
): AcceptedReading[] {
  let total: number = start;
  return uses
    .toSorted((a, b) => a.until - b.until)
    .map(({ until, hours: added }) => {
      total += added;
      return { at: until, shown: hours(Math.round(total * 10) / 10), lap: 0, asRead: false };
    });
}
