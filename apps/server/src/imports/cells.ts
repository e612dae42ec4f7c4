import { isStorable } from '../platform/index.ts';

/** What is wrong with a cell, and how to mend it. */
export interface CellProblem {
  readonly problem: string;
  readonly mend: string;
}
export type Cell<T> = { readonly value: T } | CellProblem;

const wrong = (problem: string, mend: string): CellProblem => ({ problem, mend });

const unstorable = wrong(
  'It holds a control or direction character.',
  'Type it anew; such characters come along when text is pasted.',
);

/** A cell that a spreadsheet would run. Our own export puts an apostrophe before it; that is taken off again. */
export function plainText(cell: string): Cell<string> {
  const text = cell.trim();
  if (/^'[=+\-@\t\r]/.test(text)) return { value: text.slice(1) };
  if (/^[=+@]/.test(text) || /^-(?!\d)/.test(text))
    return wrong(
      'A spreadsheet would run this cell as a formula.',
      'Type the value itself, or put an apostrophe before it.',
    );
  if (!isStorable(text)) return unstorable;
  return { value: text };
}

const THOUSANDS = /^\d{1,3}(,\d{3})+(\.\d+)?$/;

/** A figure with a point or a comma for the tenths; empty is none. */
export function figureCell(cell: string): Cell<number | null> {
  const text = cell.trim();
  if (text === '') return { value: null };
  if (THOUSANDS.test(text))
    return wrong(
      'The comma may stand for thousands or for tenths.',
      'Write thousands without a mark, and tenths with a point.',
    );
  return /^-?\d*[.,]?\d+$/.test(text)
    ? { value: Number(text.replace(',', '.')) }
    : wrong('This is no figure.', 'Write digits, such as 0.75; the unit stands in the title.');
}

/** Several lines in one cell. Only at its beginning would a spreadsheet run it. */
export function linesCell(cell: string): Cell<string[]> {
  const [head = '', ...more] = cell.replaceAll('\r\n', '\n').trim().split('\n');
  const first = plainText(head);
  if ('problem' in first) return first;
  const lines = [first.value, ...more.map((line) => line.trim())].filter((line) => line !== '');
  return lines.some((line) => !isStorable(line)) ? unstorable : { value: lines };
}

/** Run-hours as people write them. Nothing is guessed that could mean two things. */
export function hoursCell(cell: string): Cell<number> {
  const text = cell.trim().replace(/\s*(h|hrs?|hours?)$/i, '');
  if (text === '') return { value: 0 };
  const minutes = /^([\d.,]+)\s*min(utes)?$/i.exec(text)?.[1];
  if (minutes !== undefined) {
    const hours = Math.round((Number(minutes.replace(',', '.')) / 60) * 10) / 10;
    return wrong('These are minutes.', `Give hours: ${Number.isFinite(hours) ? hours : 'divide by 60'}.`);
  }
  if (THOUSANDS.test(text))
    return wrong(
      'The comma may stand for thousands or for tenths.',
      'Write thousands without a mark, and tenths with a point.',
    );
  if (!/^\d+([.,]\d+)?$/.test(text)) return wrong('This is no number of hours.', 'Write digits, such as 412.5.');
  const value = Number(text.replace(',', '.'));
  if (value > 60_000)
    return wrong(
      'No small engine has run that long.',
      `If these are minutes, it is ${Math.round(value / 6) / 10} h; otherwise look at the meter again.`,
    );
  return { value };
}

const DAY = 86_400_000;

/**
 * A day as 2026-05-04 or 4.5.2026. What could be read two ways is not guessed.
 * @param what in words, which day is asked for: `on which …`
 */
export function dayCell(cell: string, latest: string, what: string): Cell<string> {
  const text = cell.trim();
  if (text === '') return wrong('It is empty.', `Give the day ${what}.`);
  const serial = /^\d{5}$/.exec(text)?.[0];
  if (serial !== undefined) {
    // Day 60 of a spreadsheet is a 29 February 1900 that never was; all days after it count from 30 December 1899.
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
  if (iso < '1950-01-01') return wrong('This day is too long ago.', 'Look at the year again.');
  return { value: iso };
}

export function choiceCell<T extends string | boolean>(cell: string, words: Readonly<Record<string, T>>): Cell<T> {
  const found =
    words[
      cell
        .trim()
        .toLowerCase()
        .replace(/[\s_-]+/g, ' ')
    ];
  return found === undefined
    ? wrong(
        `“${cell.trim()}” is not one of the choices.`,
        `Write one of: ${Object.keys(words)
          .filter((word) => word !== '')
          .join(', ')}.`,
      )
    : { value: found };
}
