import { seasonDayFromText } from '@sturdy-shim/core';
import { shopLocale } from './time.ts';

/** A day of the year (`03-01`) by the shop's locale: `March 1`, or `1 March`. */
export const yearDayText = (day: string): string => {
  const [month = 1, date = 1] = day.split('-').map(Number);
  // A leap year, so that February 29 exists.
  const inLeapYear = new Date(Date.UTC(2028, month - 1, date));
  return inLeapYear.toLocaleDateString(shopLocale(), { day: 'numeric', month: 'long', timeZone: 'UTC' });
};

/** Parses a typed day of the year to `03-01`; null if it is none. */
export function readYearDay(text: string): string | null {
  const read = seasonDayFromText(text);
  return read && [read.month, read.day].map((part) => String(part).padStart(2, '0')).join('-');
}
