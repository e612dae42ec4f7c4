import { undefused } from '../../spreadsheets/index.ts';
import { type PublishedLength, publishedText, ruleFromText } from '@sturdy-shim/core';
import { BLADE_FLAWS, type BladeSetEntity, type SetBlade } from '../../blade-sets/index.ts';
import { BLADE_SHAPES } from '../../families/index.ts';
import { type Cell, dayCell, shortened } from '../cells.ts';
import {
  type PathColumn,
  choiceColumn,
  figureColumn,
  shownAs,
  textColumn,
  valueAt,
  yesNoColumn,
} from '../path-columns.ts';

const day = (path: string, title: string, what: string): PathColumn => ({
  ...textColumn(path, title),
  read: (cell) => (cell.trim() === '' ? { ok: true, value: null } : dayCell(cell, '9999', what)),
});

/** Columns of the whole set: stated on its first row, and not different on another. */
export const SET_COLUMNS: readonly PathColumn[] = [
  textColumn('name', 'set'),
  choiceColumn('shape', 'shape', BLADE_SHAPES, 'straight'),
  figureColumn('toleranceMm', 'tolerance mm'),
  day('checkedOn', 'checked on', 'on which its blades were last checked'),
  day('checkDueOn', 'check due on', 'on which that is due again'),
  yesNoColumn('active', 'in use', true),
];

function printedCell(cell: string): Cell<PublishedLength> {
  const length = ruleFromText(undefused(cell.trim()));
  return length?.kind === 'nominal'
    ? { ok: true, value: length.nominal }
    : {
        ok: false,
        problem: `“${shortened(cell.trim())}” is not a blade.`,
        remedy: 'Write what is stamped on it, with its unit: 0.10 mm, 4 thou.',
      };
}

/** Columns of each blade, one per row. */
export const LEAF_COLUMNS: readonly PathColumn[] = [
  {
    ...textColumn('blade.printed', 'blade'),
    read: printedCell,
    shown: shownAs(publishedText),
  },
  figureColumn('blade.measuredMm', 'measured mm'),
  day('blade.measuredOn', 'measured on', 'on which it was measured'),
  yesNoColumn('blade.out', 'taken out', false),
  choiceColumn('blade.flaw', 'mark', BLADE_FLAWS, null),
  yesNoColumn('blade.unreadable', 'print unreadable', false),
];

export const BLADE_COLUMNS: Readonly<Record<string, string>> = Object.fromEntries(
  [...SET_COLUMNS, ...LEAF_COLUMNS].map(({ path, title }) => [path, title]),
);

export const setRow = (set: Omit<BladeSetEntity, 'id' | 'version' | 'blades'>): Record<string, string> =>
  Object.fromEntries(SET_COLUMNS.map(({ path, shown }) => [path, shown(valueAt(set, path))]));

export const bladeRow = (blade: SetBlade): Record<string, string> =>
  Object.fromEntries(LEAF_COLUMNS.map(({ path, shown }) => [path, shown(valueAt({ blade }, path))]));

/** The rows of a set in a file, one per blade; a set without blades has one row. */
export const bladeRows = (set: BladeSetEntity): Record<string, string>[] =>
  set.blades.length === 0 ? [setRow(set)] : set.blades.map((blade) => ({ ...setRow(set), ...bladeRow(blade) }));
