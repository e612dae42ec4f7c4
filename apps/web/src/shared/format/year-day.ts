import { seasonDayFromText, seasonDayText } from '@sturdy-shim/core';

/** `1 March` of `03-01`, as the wire has it. */
export const yearDayText = (day: string): string => {
  const [month, date] = day.split('-').map(Number);
  return seasonDayText({ month: month ?? 0, day: date ?? 0 });
};

/** `03-01` of what was typed; null where it is no day of the year. */
export function readYearDay(text: string): string | null {
  const read = seasonDayFromText(text);
  return read && [read.month, read.day].map((part) => String(part).padStart(2, '0')).join('-');
}
