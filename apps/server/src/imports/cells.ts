import { figureFromText, isStorable, unprintableShown } from '@sturdy-shim/core';
import { undefused, wouldRun } from '../spreadsheets/index.ts';

/** The error of a cell, with its remedy. */
export interface CellProblem {
  readonly problem: string;
  readonly remedy: string;
}
export type Cell<T> = { readonly ok: true; readonly value: T } | (CellProblem & { readonly ok: false });

export const wrong = (problem: string, remedy: string): CellProblem & { readonly ok: false } => ({
  ok: false,
  problem,
  remedy,
});

const unstorable = wrong(
  'It holds a control, direction or invisible character.',
  'Type it again. Such characters come along when text is pasted.',
);

/** A cell that a spreadsheet would run as a formula. The apostrophe of our own export is removed. */
export function plainText(cell: string): Cell<string> {
  const text = cell.trim();
  if (wouldRun(text))
    return wrong(
      'A spreadsheet would run this cell as a formula.',
      'Type the value itself, or put an apostrophe before it.',
    );
  return isStorable(text) ? { ok: true, value: undefused(text) } : unstorable;
}

/** A note is plain text, so it may begin like a formula. Exports add an apostrophe, which is removed here. */
export function noteCell(cell: string): Cell<string> {
  const text = cell.replaceAll('\r\n', '\n').trim();
  return isStorable(text, true) ? { ok: true, value: undefused(text) } : unstorable;
}

/** Text of several lines, unchanged except for surrounding spaces. */
export function textLinesCell(cell: string): Cell<string> {
  const text = cell.replaceAll('\r\n', '\n').trim();
  const first = plainText(text.split('\n', 1)[0] ?? '');
  if (!first.ok) return first;
  return isStorable(text, true) ? { ok: true, value: undefused(text) } : unstorable;
}

/** Several entries in one cell, one per line. A spreadsheet would run a formula only at the beginning of the cell. */
export function linesCell(cell: string): Cell<string[]> {
  const text = textLinesCell(cell);
  if (!text.ok) return text;
  const lines = text.value.split('\n').map((line) => line.trim());
  return lines.every((line) => isStorable(line))
    ? { ok: true, value: lines.filter((line) => line !== '') }
    : unstorable;
}

const HOURS_UNIT = ['hours', 'hour', 'hrs', 'hr', 'h'];
const MINUTES_UNIT = ['minutes', 'minute', 'min'];

const SLIPS = {
  comma: wrong(
    'The comma may stand for thousands or for tenths.',
    'Write thousands without a mark, and tenths with a point.',
  ),
  point: wrong(
    'The point may stand for thousands or for tenths.',
    'Write thousands without a mark, and tenths with a comma.',
  ),
  'no-figure': null,
} as const;

/** A figure as people write it, or its error; null if it is not a figure. */
function figureOf(text: string, semicolons: boolean): Cell<number> | null {
  const read = figureFromText(text, semicolons);
  return read.ok ? read : SLIPS[read.slip];
}

/** A figure with a decimal point or comma; null for an empty cell. */
export function figureCell(cell: string, semicolons = false): Cell<number | null> {
  const text = undefused(cell.trim());
  if (text === '') return { ok: true, value: null };
  return (
    figureOf(text, semicolons) ??
    wrong('This is not a figure.', 'Write digits, such as 0.75; the unit stands in the title.')
  );
}

/** The text before one of the units; null without one. */
function withoutUnit(text: string, units: readonly string[]): string | null {
  const plain = text.toLowerCase();
  const unit = units.find((each) => plain.endsWith(each));
  return unit === undefined ? null : text.slice(0, -unit.length).trimEnd();
}

const MAX_HOURS = 60_000;

/** Run-hours as people write them. An ambiguous figure is refused. */
export function hoursCell(cell: string, semicolons = false): Cell<number> {
  const text = cell.trim();
  if (text === '') return { ok: true, value: 0 };
  const minutes = withoutUnit(text, MINUTES_UNIT);
  if (minutes !== null) {
    const read = figureOf(minutes, semicolons);
    const hours = read?.ok === true ? String(Math.round((read.value / 60) * 10) / 10) : 'divide by 60';
    return wrong('These are minutes.', `Give hours: ${hours}.`);
  }
  const figure = figureOf(withoutUnit(text, HOURS_UNIT) ?? text, semicolons);
  if (figure === null) return wrong('This is not a number of hours.', 'Write digits, such as 412.5.');
  if (!figure.ok) return figure;
  if (figure.value < 0) return wrong('Hours are never below 0.', 'Write digits, such as 412.5.');
  if (figure.value > MAX_HOURS)
    return wrong(
      'No small engine has run that long.',
      `If these are minutes, it is ${Math.round(figure.value / 6) / 10} h; otherwise check the meter again.`,
    );
  return figure;
}

const DAY = 86_400_000;

/**
 * A day as 2026-05-04 or 4.5.2026. An ambiguous day is refused.
 * @param what names the day in words: `on which …`
 */
export function dayCell(cell: string, latest: string, what: string): Cell<string> {
  const text = cell.trim();
  if (text === '') return wrong('It is empty.', `Give the day ${what}.`);
  const serial = /^\d{5}$/.exec(text)?.[0];
  if (serial !== undefined) {
    // Day 60 of a spreadsheet is the nonexistent 29 February 1900, so later days count from 30 December 1899.
    const meant = new Date(Date.UTC(1899, 11, 30) + Number(serial) * DAY).toISOString().slice(0, 10);
    return wrong('This is a spreadsheet’s number of a day.', `Format the column as a date; it would be ${meant}.`);
  }
  if (/^\d{1,2}\/\d{1,2}\/\d{2,4}$/.test(text))
    return wrong('Day and month can be read either way.', 'Write the year first: 2026-05-04.');
  const dotted = /^(\d{1,2})\.(\d{1,2})\.(\d{4})$/.exec(text);
  const iso = dotted
    ? `${dotted[3]}-${(dotted[2] ?? '').padStart(2, '0')}-${(dotted[1] ?? '').padStart(2, '0')}`
    : text;
  const time = /^\d{4}-\d{2}-\d{2}$/.test(iso) ? Date.parse(`${iso}T00:00:00Z`) : Number.NaN;
  if (Number.isNaN(time) || new Date(time).toISOString().slice(0, 10) !== iso)
    return wrong('There is no such day.', 'Write the year first: 2026-05-04.');
  if (iso > latest) return wrong('This day is still to come.', `Give the day ${what}.`);
  if (iso < '1950-01-01') return wrong('This day is too long ago.', 'Check the year.');
  return { ok: true, value: iso };
}

/** The value of a word. Own properties only: objects also have inherited ones, such as `constructor`. */
export function choiceCell<T extends string | boolean>(cell: string, words: Readonly<Record<string, T>>): Cell<T> {
  const word = cell
    .trim()
    .toLowerCase()
    .split(/[\s_-]+/)
    .join(' ');
  const found = Object.hasOwn(words, word) ? words[word] : undefined;
  return found === undefined
    ? wrong(
        `“${shortened(cell.trim())}” is not one of the choices.`,
        `Write one of: ${Object.keys(words)
          .filter((each) => each !== '')
          .join(', ')}.`,
      )
    : { ok: true, value: found };
}

const SHOWN = 60;

/** The cell text for an error message, shortened. */
export const shortened = (text: string): string =>
  unprintableShown(text.length > SHOWN ? `${text.slice(0, SHOWN)}…` : text);
