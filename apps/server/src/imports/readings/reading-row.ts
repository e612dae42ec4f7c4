import { type TimeZone, figureFromText, momentOf, utcOffsetMinutes } from '@sturdy-shim/core';
import { type Cell, noteCell, plainText, shortened, wrong } from '../cells.ts';
import type { CellProblemDto } from '../import.dto.ts';
import { RowReader } from '../row-reader.ts';

export const READING_COLUMNS = { tag: 'tag', readAt: 'read_at', hours: 'hours', note: 'note' } as const;

/** A reading as typed in a row. */
export interface ReadRow {
  readonly tag: string;
  readonly readAt: Date;
  readonly hours: number;
  readonly note: string;
}

const MAX_SHOWN = 999_999.9;

/** A meter figure: digits and tenths only. An ambiguous figure is refused. */
export function meterCell(cell: string, semicolons: boolean): Cell<number> {
  const text = cell.trim();
  if (text === '') return wrong('It is empty.', 'Give what the meter showed, such as 412.6.');
  const read = figureFromText(text, semicolons);
  if (!read.ok) {
    if (read.slip === 'no-figure')
      return wrong(
        `“${shortened(text)}” is not a plain figure.`,
        'Write digits alone, such as 412.6: hours, without a unit and without a mark for thousands.',
      );
    return wrong(
      `The ${read.slip} may stand for thousands or for tenths.`,
      `Write thousands without a mark, and tenths with a ${read.slip === 'comma' ? 'point' : 'comma'}.`,
    );
  }
  if (read.value < 0) return wrong('A meter never shows less than zero.', 'Leave out the minus.');
  return read.value > MAX_SHOWN ? wrong('No meter shows more than 999999.9.', 'Check it again.') : read;
}

const NOON = 12 * 60;
const ISO = /^(\d{4})-(\d{2})-(\d{2})(?:[T ](\d{1,2}):(\d{2})(?::(\d{2})(?:\.\d+)?)?\s*(Z|[+-]\d{2}:?\d{2})?)?$/i;
const DOTTED = /^(\d{1,2})\.(\d{1,2})\.(\d{4})(?:[ T](\d{1,2}):(\d{2})(?::(\d{2}))?)?$/i;

/** Moment of a reading: with its stated zone, otherwise in the shop's zone; a day without a time means noon. */
export function momentCell(cell: string, zone: TimeZone): Cell<Date> {
  const text = cell.trim();
  if (text === '') return wrong('It is empty.', 'Give the day, and the time where it is known: 2026-05-04 07:30.');
  if (/^\d{1,2}\/\d{1,2}\/\d{2,4}/.test(text))
    return wrong('Day and month can be read either way.', 'Write the year first: 2026-05-04 07:30.');
  const dotted = DOTTED.exec(text);
  const parts = dotted
    ? [dotted[3], dotted[2], dotted[1], dotted[4], dotted[5], dotted[6], undefined]
    : (ISO.exec(text)?.slice(1) ?? null);
  if (parts === null)
    return wrong(`“${shortened(text)}” is no day that can be read.`, 'Write the year first: 2026-05-04 07:30.');
  const [year = '', month = '', date = '', hour, minute, second = '0', offset] = parts;
  const day = `${year}-${month.padStart(2, '0')}-${date.padStart(2, '0')}`;
  const time = Date.UTC(Number(year), Number(month) - 1, Number(date));
  const shown = new Date(time);
  // `Date` rolls an impossible day over to another one.
  const real =
    shown.getUTCDate() === Number(date) &&
    shown.getUTCMonth() === Number(month) - 1 &&
    shown.getUTCFullYear() === Number(year);
  if (!real || Number(hour ?? 0) > 23 || Number(minute ?? 0) > 59 || Number(second) > 59)
    return wrong('There is no such day or time.', 'Write the year first: 2026-05-04 07:30.');
  if (day < '1950-01-01' || day > '2100-01-01') return wrong('This year cannot be right.', 'Check the year.');
  const ahead = offset === undefined ? 0 : utcOffsetMinutes(offset);
  if (ahead === null)
    return wrong(`No clock is set to ${offset}.`, 'Check the part behind the time: Z, or hours and minutes from UTC.');
  const minutes = hour === undefined ? NOON : Number(hour) * 60 + Number(minute);
  const at = offset === undefined ? momentOf(day, minutes, zone) : time + (minutes - ahead) * 60_000;
  return { ok: true, value: new Date(at + Number(second) * 1000) };
}

const MAX_NOTE = 300;
const MAX_TAG = 40;

/** Reads the cells of one row. */
export function readingRow(
  cells: Readonly<Record<string, string>>,
  semicolons: boolean,
  zone: TimeZone,
): ReadRow | { readonly tag: string; readonly problems: readonly CellProblemDto[] } {
  const reader = new RowReader();
  const tag = reader.read(READING_COLUMNS.tag, plainText(cells.tag ?? '')) ?? '';
  if (tag === '') reader.wrong(READING_COLUMNS.tag, 'It is empty.', 'Give the tag of the unit.');
  else if (tag.length > MAX_TAG) reader.wrong(READING_COLUMNS.tag, 'No tag is that long.', 'Check the columns.');
  const readAt = reader.read(READING_COLUMNS.readAt, momentCell(cells.readAt ?? '', zone));
  const hours = reader.read(READING_COLUMNS.hours, meterCell(cells.hours ?? '', semicolons));
  const note = reader.read(READING_COLUMNS.note, noteCell(cells.note ?? ''));
  if (note !== null && note.length > MAX_NOTE)
    reader.wrong(READING_COLUMNS.note, `It has more than ${MAX_NOTE} characters.`, 'Shorten it.');
  if (reader.problems.length > 0 || readAt === null || hours === null || note === null)
    return { tag: shortened(tag), problems: reader.problems };
  return { tag, readAt, hours, note };
}
