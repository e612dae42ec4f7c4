import {
  type BladeSetEntity,
  BladeSetFieldsDto,
  type SetBlade,
  thinnestFirst,
  wrongBlades,
} from '../../blade-sets/index.ts';
import { nameKey, namesSomething } from '@sturdy-shim/core';
import { grouped, inSlices } from '../../platform/index.ts';
import { undefused } from '../../spreadsheets/index.ts';

import type { Planned } from '../file-import.ts';
import type { CellChangeDto, PlannedLineDto } from '../import.dto.ts';
import { type PathColumn, assembled, readColumn } from '../path-columns.ts';
import { RowReader } from '../row-reader.ts';
import type { Row } from '../table.ts';
import { BLADE_COLUMNS, LEAF_COLUMNS, SET_COLUMNS, bladeRow, setRow } from './blade-columns.ts';

export interface WantedSet {
  readonly known: BladeSetEntity | null;
  readonly fields: Omit<BladeSetEntity, 'id' | 'version'>;
}

/** Rows of one set are grouped from anywhere in the file; a set is planned at its first row. */
export function planBladeSets(
  rows: readonly Row[],
  sets: ReadonlyMap<string, BladeSetEntity>,
): Promise<Planned<WantedSet>[]> {
  // A row without a name is treated as a set of its own and is refused.
  const groups = grouped(rows, (row) => keyOf(row) || `line ${row.line}`);
  return inSlices([...groups.values()], (group) => planSet(group, sets));
}

const nameOf = ({ cells }: Row): string => undefused((cells.name ?? '').trim());
const keyOf = (row: Row): string => nameKey(nameOf(row));

function planSet(rows: readonly Row[], sets: ReadonlyMap<string, BladeSetEntity>): Planned<WantedSet> {
  const [first] = rows;
  if (first === undefined) throw new Error('a set without a row');
  const reader = new RowReader();
  const key = keyOf(first);
  const known = sets.get(key) ?? null;
  if (!namesSomething(key)) reader.wrong('set', 'It is empty.', 'Write on each row which set the blade belongs to.');
  const name = known?.name ?? nameOf(first);
  const whole = { ...readSet(rows, known, reader), name };
  const blades = thinnestFirst(readLeaves(rows, known, reader));
  const fields = { ...whole, blades } as WantedSet['fields'];
  if (reader.problems.length === 0) {
    reader.checkAs(BladeSetFieldsDto, fields, titleOf);
    const refusal = wrongBlades(fields.blades);
    if (refusal !== null) reader.wrong('blade', refusal.detail, refusal.remedy);
  }
  const { problems, warnings } = reader;
  const shown: Omit<PlannedLineDto, 'action'> = { line: first.line, tag: name, problems, warnings, changes: [] };
  if (problems.length > 0) return { shown: { ...shown, action: 'refuse' }, wanted: null };
  if (known === null) return { shown: { ...shown, action: 'add' }, wanted: { known, fields } };
  const changes = differences(known, fields);
  return { shown: { ...shown, action: changes.length > 0 ? 'change' : 'same', changes }, wanted: { known, fields } };
}

function readSet(rows: readonly Row[], known: BladeSetEntity | null, reader: RowReader): Record<string, unknown> {
  const stored = known === null ? {} : setRow(known);
  const books = known === null ? null : { row: stored, record: known };
  return Object.fromEntries(
    SET_COLUMNS.map((column) => {
      const { path, title } = column;
      const saying = rows.filter(({ cells }) => (cells[path] ?? '').trim() !== '');
      const [says] = saying;
      const other = saying.find(({ cells }) => path !== 'name' && cells[path]?.trim() !== says?.cells[path]?.trim());
      if (says !== undefined && other !== undefined)
        reader.wrong(
          title,
          `Line ${other.line} says otherwise of the same set than line ${says.line}.`,
          'Write it alike on every row of a set, or on its first row only.',
        );
      const inFile = rows.some(({ cells }) => path in cells);
      const cell = says?.cells[path] ?? (inFile ? '' : (stored[path] ?? ''));
      if (path === 'checkedOn' && cell.trim() === '')
        reader.wrong(title, 'It is empty.', 'Write when its blades were last measured or checked.');
      return [path, reader.read(title, readColumn(column, cell, says?.semicolons ?? false, books))];
    }),
  );
}

function readLeaves(rows: readonly Row[], known: BladeSetEntity | null, reader: RowReader): SetBlade[] {
  const left = [...(known?.blades ?? [])];
  // A file without blade columns changes only the sets.
  if (rows.every(({ cells }) => !('blade.printed' in cells))) return left;
  return rows
    .filter(({ cells }) => LEAF_COLUMNS.some(({ path }) => (cells[path] ?? '').trim() !== ''))
    .map(({ line, cells, semicolons }) => {
      const at = left.findIndex((blade) => bladeRow(blade)['blade.printed'] === (cells['blade.printed'] ?? '').trim());
      const [stored] = at < 0 ? [] : left.splice(at, 1);
      return readLeaf({ line, cells, semicolons }, stored ?? null, reader);
    });
}

function readLeaf({ line, cells, semicolons }: Row, known: SetBlade | null, reader: RowReader): SetBlade {
  const own = new RowReader();
  const stored: Readonly<Record<string, string>> = known === null ? {} : bladeRow(known);
  const books = known === null ? null : { row: stored, record: { blade: known } };
  const cellOf = ({ path }: PathColumn): string => cells[path] ?? stored[path] ?? '';
  const parts = LEAF_COLUMNS.map(
    (column) => [column.path, own.read(column.title, readColumn(column, cellOf(column), semicolons, books))] as const,
  );
  for (const { field, problem, remedy } of own.problems) reader.wrong(field, `Line ${line}: ${problem}`, remedy);
  return (assembled(Object.fromEntries(parts)) as { blade: SetBlade }).blade;
}

const titleOf = (path: string): string => BLADE_COLUMNS[path] ?? (path.startsWith('blades') ? 'blade' : path);

const bladeText = (blade: SetBlade): string => {
  const row = bladeRow(blade);
  return [
    row['blade.printed'],
    row['blade.measuredMm'] !== '' && `measured ${row['blade.measuredMm']} mm`,
    row['blade.measuredOn'] !== '' && `on ${row['blade.measuredOn']}`,
    row['blade.out'] === 'yes' && 'taken out',
    row['blade.flaw'],
  ]
    .filter(Boolean)
    .join(' ');
};

function differences(known: BladeSetEntity, fields: WantedSet['fields']): CellChangeDto[] {
  const [before, after] = [setRow(known), setRow(fields)];
  const changes = SET_COLUMNS.filter(({ path }) => before[path] !== after[path]).map(({ path, title }) => ({
    field: title,
    before: before[path] ?? '',
    after: after[path] ?? '',
  }));
  const [was, is] = [known.blades.map(bladeText), fields.blades.map(bladeText)];
  const only = (some: readonly string[], others: readonly string[]): string =>
    some.filter((blade) => !others.includes(blade)).join(', ');
  return was.join() === is.join()
    ? changes
    : [...changes, { field: 'blade', before: only(was, is), after: only(is, was) }];
}
