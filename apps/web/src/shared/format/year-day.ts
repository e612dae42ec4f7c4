import { seasonDayFromText } from '@sturdy-shim/core';
import { shopLocale } from './time.ts';

/** A day of the year (`03-01`) by the shop's locale: `March 1`, or `1 March`. */
export const yearDayText = (day: string): string => {
  const [month = 1, date = 1] = day.split('-').map(Number);
  // A leap year, so that February 29 exists.
  const inLeapYear = new Date(Date.UTC(2028, month - 1, date));
  return inLeapYear.toLocaleDateString(shopLocale(), { day: 'numeric', month: 'long', timeZone: 'UTC' });
};

/** Months of the year (1 is January) by the shop's locale, runs of them as a range: `November to March`. */
export function monthsText(months: readonly number[]): string {
  const name = (month: number): string =>
    new Date(Date.UTC(2028, month - 1, 1)).toLocaleDateString(shopLocale(), { month: 'long', timeZone: 'UTC' });
  const runs: number[][] = [];
  for (const month of months) {
    const run = runs.at(-1);
    if (run !== undefined && month === ((run.at(-1) ?? 0) % 12) + 1) run.push(month);
    else runs.push([month]);
  }
  return runs
    .map((run) => (run.length < 3 ? run.map(name).join(' and ') : `${name(run[0] ?? 1)} to ${name(run.at(-1) ?? 1)}`))
    .join(', ');
}

/** Parses a typed day of the year to the form `03-01`; null for invalid text. */
export function readYearDay(text: string): string | null {
  const read = seasonDayFromText(text);
  return read && [read.month, read.day].map((part) => String(part).padStart(2, '0')).join('-');
}
