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
