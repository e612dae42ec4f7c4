import {
  ADJUSTER_KINDS,
  nameKey,
  type Adjuster,
  type AdjusterKind,
  type ShopRules,
  namesSomething,
} from '@sturdy-shim/core';
import { inSlices } from '../../platform/index.ts';
import { undefused } from '../../spreadsheets/index.ts';
import {
  type SourceFieldsDto,
  EMPTY_SHEET,
  type FamilyEntity,
  NewFamilyDto,
  contradiction,
  unreadableRule,
} from '../../families/index.ts';

import type { Planned } from '../file-import.ts';
import type { CellChangeDto, PlannedLineDto } from '../import.dto.ts';
import { type PathColumn, assembled, readColumn } from '../path-columns.ts';
import { RowReader, firstOf } from '../row-reader.ts';
import type { Row } from '../table.ts';
import { SOURCE_COLUMNS, sourceRow } from './source-columns.ts';
import { BASE, FAMILY_COLUMNS, SHEET_COLUMNS, UNSAID, familyRow } from './family-columns.ts';

type Fields = Omit<NewFamilyDto, 'id' | 'source'>;

/** The content of a row: the sheet, and a source if the file has one that is not stored yet. */
export interface WantedFamily {
  readonly known: FamilyEntity | null;
  readonly fields: Fields;
  readonly sheetChanges: boolean;
  readonly source: SourceFieldsDto | null;
  /** Code of its base family, which may be an earlier row of the file; null for none. */
  readonly baseCode: string | null;
}

export interface FamilyBooks {
  readonly families: ReadonlyMap<string, FamilyEntity>;
  readonly rulesOf: (familyId: string) => ShopRules;
}

/** A placeholder id for a new family, which has no rules of its own. */
const NOT_ENTERED = '00000000-0000-4000-8000-000000000000';

export const planFamilies = (rows: readonly Row[], books: FamilyBooks): Promise<Planned<WantedFamily>[]> => {
  const seen = new Map<string, number>();
  return inSlices(rows, (row) => planFamily(row, books, seen));
};

function planFamily(
  { line, cells, semicolons }: Row,
  { families, rulesOf }: FamilyBooks,
  seen: Map<string, number>,
): Planned<WantedFamily> {
  const reader = new RowReader();
  const typed = undefused((cells.code ?? '').trim());
  const key = nameKey(typed);
  const known = families.get(key) ?? null;
  if (!namesSomething(typed)) reader.wrong('code', 'It is empty.', 'Every family needs a code, as the shop says it.');
  else firstOf(seen, key, line, reader, { title: 'code', name: 'code' });

  // Fields that the file does not contain keep their stored values.
  const stored = known === null ? UNSAID : familyRow(known);
  const books =
    known === null ? null : { row: stored, record: { ...known, sheet: { ...EMPTY_SHEET, ...known.sheet } } };
  const cellOf = ({ path }: PathColumn): string => cells[path] ?? stored[path] ?? '';
  const parts: Record<string, unknown> = Object.fromEntries(
    SHEET_COLUMNS.map((column) => {
      const cell = cellOf(column);
      // Empty cells of a new family get default values.
      const said = known === null && cell.trim() === '' ? (UNSAID[column.path] ?? '') : cell;
      return [column.path, reader.read(column.title, readColumn(column, said, semicolons, books))];
    }),
  );
  // Codes are matched by their compared form; a match does not rename the family.
  const fields = fieldsOf({ ...parts, code: known?.code ?? typed }, known, reader);
  const source = sourceOf({ cells, semicolons }, known, reader);
  const baseCode = baseOf(undefused((cells[BASE] ?? stored[BASE] ?? '').trim()), key, families, seen, reader);
  const record = { id: NOT_ENTERED, ...fields };
  reader.checkAs(NewFamilyDto, record, titleOf);
  if (reader.problems.length === 0) {
    const refusal =
      contradiction(record) ?? (source && unreadableRule(source, rulesOf(known?.id ?? NOT_ENTERED), 'source.'));
    if (refusal) reader.wrong(titleOf(refusal.field ?? 'code'), refusal.detail, refusal.remedy);
  }
  const { problems, warnings } = reader;
  const shown: Omit<PlannedLineDto, 'action'> = { line, tag: known?.code ?? typed, problems, warnings, changes: [] };
  if (problems.length > 0) return { shown: { ...shown, action: 'refuse' }, wanted: null };
  if (known === null)
    return { shown: { ...shown, action: 'add' }, wanted: { known, fields, sheetChanges: true, source, baseCode } };

  const sheet = [...sheetChanges(known, fields), ...baseChange(known, baseCode)];
  const beside = source !== null && !standsThere(source, known);
  const changes = [...sheet, ...(beside ? [besideChange(source)] : [])];
  return {
    shown: { ...shown, action: changes.length > 0 ? 'change' : 'same', changes },
    wanted: { known, fields, sheetChanges: sheet.length > 0, source: beside ? source : null, baseCode },
  };
}

/** The base family of a row: stored, or an earlier row of the file. */
function baseOf(
  code: string,
  own: string,
  families: ReadonlyMap<string, FamilyEntity>,
  seen: ReadonlyMap<string, number>,
  reader: RowReader,
): string | null {
  if (code === '') return null;
  const key = nameKey(code);
  const base = families.get(key);
  if (key === own || (base === undefined && !seen.has(key)))
    reader.wrong(
      FAMILY_COLUMNS[BASE] ?? BASE,
      `No other family is called “${code}”.`,
      'Put the family it stands on above it, or add that one first.',
    );
  return base?.code ?? code;
}

const baseChange = ({ base }: FamilyEntity, baseCode: string | null): CellChangeDto[] =>
  (base?.code ?? null) === baseCode
    ? []
    : [{ field: FAMILY_COLUMNS[BASE] ?? BASE, before: base?.code ?? '', after: baseCode ?? '' }];

/** The title of the column with the part that a check refused. */
function titleOf(path: string): string {
  const home = Object.keys(FAMILY_COLUMNS).find((own) => path === own || path.startsWith(`${own}.`));
  return home === undefined ? (path === 'turning' ? 'pitch mm' : path) : (FAMILY_COLUMNS[home] ?? path);
}

/** Default effect of a turn if the row states none. */
const movedBy = (kind: AdjusterKind): Adjuster['kind'] => {
  const { moves } = ADJUSTER_KINDS[kind];
  return moves === null || moves === 'stated' ? 'screw-at-push-rod' : moves;
};

function fieldsOf(parts: Readonly<Record<string, unknown>>, known: FamilyEntity | null, reader: RowReader): Fields {
  const { turning, ...rest } = assembled(parts) as unknown as Omit<Fields, 'turning'> & {
    readonly turning: { readonly pitchMm: number | null; readonly rockerRatio: number | null };
  };
  const { pitchMm, rockerRatio } = turning;
  if ((pitchMm === null) !== (rockerRatio === null))
    reader.wrong(
      pitchMm === null ? 'pitch mm' : 'rocker ratio',
      'Pitch and rocker ratio go together.',
      'Give both, or neither.',
    );
  if (pitchMm === null || rockerRatio === null) return { ...rest, turning: null };
  const same = known?.adjusterKind === rest.adjusterKind ? known.turning?.kind : undefined;
  return { ...rest, turning: { kind: same ?? movedBy(rest.adjusterKind), pitchMm, rockerRatio } };
}

/** The source of a row; null if it states none, or the same as the one in use. */
function sourceOf(
  { cells, semicolons }: Omit<Row, 'line'>,
  known: FamilyEntity | null,
  reader: RowReader,
): SourceFieldsDto | null {
  const inUse = sourceRow(known?.sources?.find((each) => each.inUse) ?? null);
  const said = SOURCE_COLUMNS.filter(({ path }) => (cells[path] ?? '').trim() !== '');
  if (said.every(({ path }) => undefused(cells[path]?.trim() ?? '') === inUse[path])) return null;
  const missing = SOURCE_COLUMNS.filter((column) => !said.includes(column) && column.path !== NOTE);
  for (const { title } of missing)
    reader.wrong(title, 'It is empty.', 'A source needs its kind, who said it, when, and both specs.');
  const parts = Object.fromEntries(
    SOURCE_COLUMNS.map((column) => [
      column.path,
      missing.includes(column) ? null : reader.read(column.title, column.read(cells[column.path] ?? '', semicolons)),
    ]),
  );
  return Object.values(parts).includes(null) ? null : (assembled(parts) as { source: SourceFieldsDto }).source;
}

/** The place within the source; a different place alone does not make a different source. */
const NOTE = 'source.note';

const rowOf = (source: SourceFieldsDto): string => JSON.stringify({ ...sourceRow(source), [NOTE]: '' });

/** Whether an equal source is stored, in use or not. */
const standsThere = (source: SourceFieldsDto, known: FamilyEntity): boolean =>
  (known.sources ?? []).some((each) => rowOf(each) === rowOf(source));

const besideChange = (source: SourceFieldsDto): CellChangeDto => ({
  field: 'sources',
  before: '',
  after: `beside the others, not in use: ${Object.values(sourceRow(source))
    .filter((cell) => cell !== '')
    .join('; ')}`,
});

function sheetChanges(known: FamilyEntity, fields: Fields): CellChangeDto[] {
  const before = familyRow(known);
  const after = familyRow({ ...known, ...fields } as FamilyEntity);
  return SHEET_COLUMNS.filter(({ path }) => before[path] !== after[path]).map(({ path, title }) => ({
    field: title,
    before: before[path] ?? '',
    after: after[path] ?? '',
  }));
}
