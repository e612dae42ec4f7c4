import { finite, type Quantity } from './brand.ts';

/** A moment, in milliseconds since 1970-01-01T00:00Z. The core has no clock: the present is always handed in. */
export type Instant = Quantity<'ms since 1970'>;

export const MS_PER_HOUR = 3_600_000;
export const MS_PER_DAY = 24 * MS_PER_HOUR;

/** @throws RangeError when not finite */
export const instant = (value: number): Instant => finite(value, 'ms since 1970');

/** Days from one moment to another, negative when the second is earlier. */
export const daysBetween = (from: Instant, to: Instant): number => (to - from) / MS_PER_DAY;

export const addDays = (from: Instant, days: number): Instant => instant(from + days * MS_PER_DAY);

/**
 * The same day of the month, `months` on, in UTC; where that month is shorter, its last day (31 January + 1 month is
 * 28 or 29 February), as calendars of work orders do (convention: clamp).
 */
export function addMonths(from: Instant, months: number): Instant {
  const start = new Date(from);
  const firstOfTarget = Date.UTC(start.getUTCFullYear(), start.getUTCMonth() + months, 1);
  const lastDay = new Date(Date.UTC(start.getUTCFullYear(), start.getUTCMonth() + months + 1, 0)).getUTCDate();
  const day = Math.min(start.getUTCDate(), lastDay);
  const timeOfDay = from - Date.UTC(start.getUTCFullYear(), start.getUTCMonth(), start.getUTCDate());
  return instant(firstOfTarget + (day - 1) * MS_PER_DAY + timeOfDay);
}
