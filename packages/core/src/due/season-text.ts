import type { SeasonDay } from './season.ts';

const MONTHS = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
] as const;

/** A day of the year in words: `1 March`. */
export const seasonDayText = ({ month, day }: SeasonDay): string => `${day} ${MONTHS[month - 1]}`;

/**
 * Reads `1 March`, `1. mar`, `March 1` or `03-01` (month first).
 * @returns null where it is no day of the year, 29 February being one; the month in `3/1` is ambiguous
 */
export function seasonDayFromText(text: string): SeasonDay | null {
  const plain = text.trim().toLowerCase();
  const [, isoMonth, isoDay] = /^(\d{2})-(\d{2})$/.exec(plain) ?? [];
  if (isoMonth !== undefined) return dayOfYear(Number(isoMonth), Number(isoDay));
  const [, first, last] = /^(\d{1,2})\.?\s+([a-z]{3,9})\.?$/.exec(plain) ?? [];
  const [, name = last, day = first] = /^([a-z]{3,9})\.?\s+(\d{1,2})\.?$/.exec(plain) ?? [];
  if (name === undefined) return null;
  const month = MONTHS.findIndex((each) => each.toLowerCase().startsWith(name)) + 1;
  return dayOfYear(month, Number(day));
}

/** In a year that has 29 February. */
function dayOfYear(month: number, day: number): SeasonDay | null {
  if (month < 1 || month > 12 || day < 1) return null;
  return day <= new Date(Date.UTC(2028, month, 0)).getUTCDate() ? { month, day } : null;
}
