import dayjs from 'dayjs';
import custom from 'dayjs/plugin/customParseFormat.js';

dayjs.extend(custom);

const WRITTEN = ['D MMMM', 'D MMM', 'MMMM D', 'MMM D', 'MM-DD'] as const;
// A year that has 29 February.
const YEAR = 2028;

/** A day of the year as people say it: `1 March` of `03-01`. */
export const yearDayText = (day: string): string => dayjs(`${YEAR}-${day}`).format('D MMMM');

/** `03-01` of `1 March`, `mar 1` or `03-01`; null where it is no day of the year. Which of `3/1` is the month nobody can know. */
export function readYearDay(text: string): string | null {
  // One spelling, whatever was typed: ` 1.  MARCH` is `1 March`.
  const plain = text
    .trim()
    .replace(/(\d)\./g, '$1')
    .replace(/\s+/g, ' ')
    .toLowerCase()
    .replace(/[a-z]/, (first) => first.toUpperCase());
  const read = WRITTEN.map((format) => dayjs(`${YEAR} ${plain}`, `YYYY ${format}`, true)).find((day) => day.isValid());
  return read === undefined ? null : read.format('MM-DD');
}
