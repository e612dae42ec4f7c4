import { fieldOf } from '@sturdy-shim/core';
import { undefused } from '../spreadsheets/index.ts';
import { type Cell, choiceCell, figureCell, linesCell, plainText, textLinesCell } from './cells.ts';

/** A column for one field of the record, by path. */
export interface PathColumn {
  readonly title: string;
  /** The path as in errors of that field: `sheet.fuel`. */
  readonly path: string;
  readonly read: (cell: string, semicolons: boolean) => Cell<unknown>;
  /** The cell text of a value. */
  readonly shown: (value: unknown) => string;
}

const plain = (value: unknown): string =>
  typeof value === 'string' || typeof value === 'number' || typeof value === 'boolean' ? String(value) : '';

/** Formats a value of the column's type. */
export const shownAs =
  <T>(shown: (value: T) => string) =>
  (value: unknown): string =>
    shown(value as T);

export const textColumn = (path: string, title: string): PathColumn => ({ path, title, read: plainText, shown: plain });
export const figureColumn = (path: string, title: string): PathColumn => ({
  path,
  title,
  read: figureCell,
  shown: plain,
});
export const linesColumn = (path: string, title: string): PathColumn => ({
  path,
  title,
  read: linesCell,
  shown: shownAs((lines: readonly string[]) => lines.join('\n')),
});

export const textLinesColumn = (path: string, title: string): PathColumn => ({
  path,
  title,
  read: textLinesCell,
  shown: plain,
});

/** A stored record, and its row in an export. */
export interface Stored {
  readonly row: Readonly<Record<string, string>>;
  readonly record: object;
}

/**
 * The value of a cell. A cell with the exported text keeps the stored value, even if the text could be read
 * differently.
 */
export function readColumn(
  column: PathColumn,
  cell: string,
  semicolons: boolean,
  stored: Stored | null,
): Cell<unknown> {
  const kept =
    stored !== null && undefused(cell) === stored.row[column.path] ? valueAt(stored.record, column.path) : undefined;
  return kept === undefined ? column.read(cell, semicolons) : { ok: true, value: kept };
}

/** Words for each choice in a file: spaces instead of dashes. `empty` is the value of an empty cell. */
export function choiceColumn(
  path: string,
  title: string,
  choices: readonly string[],
  empty: string | null,
): PathColumn {
  const words = Object.fromEntries(choices.map((choice) => [choice.replaceAll('-', ' '), choice]));
  return {
    path,
    title,
    read: (cell) => (cell.trim() === '' ? { ok: true, value: empty } : choiceCell(cell, words)),
    shown: (value) => plain(value).replaceAll('-', ' '),
  };
}

const YES_NO = { yes: true, y: true, true: true, no: false, n: false, false: false } as const;

export const yesNoColumn = (path: string, title: string, empty: boolean): PathColumn => ({
  path,
  title,
  read: (cell) => (cell.trim() === '' ? { ok: true, value: empty } : choiceCell<boolean>(cell, YES_NO)),
  shown: (value) => (value === true ? 'yes' : 'no'),
});

export function valueAt(record: object, path: string): unknown {
  return path.split('.').reduce<unknown>((part, name) => fieldOf(part, name), record);
}

/** A nested record from values by path. */
export function assembled(parts: Readonly<Record<string, unknown>>): Record<string, unknown> {
  const whole: Record<string, unknown> = {};
  for (const [path, value] of Object.entries(parts)) {
    const names = path.split('.');
    const last = names.pop() ?? '';
    const home = names.reduce<Record<string, unknown>>(
      (part, name) => (part[name] ??= {}) as Record<string, unknown>,
      whole,
    );
    home[last] = value;
  }
  return whole;
}
