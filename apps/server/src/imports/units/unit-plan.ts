import { keysOf, nameKey, namesSomething } from '@sturdy-shim/core';
import { stampingFits } from '../../families/index.ts';
import { UNIT_TEXTS, type UnitParticulars, particularsBy } from '@sturdy-shim/words';
import type { UnitEntity } from '../../units/index.ts';
import { inSlices } from '../../platform/index.ts';
import { undefused } from '../../spreadsheets/index.ts';
import { type Cell, choiceCell, dayCell, hoursCell, linesCell, noteCell, plainText } from '../cells.ts';
import type { Planned } from '../file-import.ts';
import type { CellChangeDto } from '../import.dto.ts';
import { RowReader, firstOf } from '../row-reader.ts';
import type { Row } from '../table.ts';
import { METER_WORDS, UNIT_COLUMNS, USE_WORDS, type UnitColumn, unitRow } from './unit-columns.ts';

/** Stored records by the words that a file uses. */
export interface Books {
  readonly families: ReadonlyMap<string, { readonly id: string; readonly code: string; readonly pattern: string }>;
  readonly units: ReadonlyMap<string, UnitEntity>;
  /** Stored names of sites by key. */
  readonly sites: ReadonlyMap<string, string>;
  readonly today: string;
}

/** The content of a valid row. */
export interface WantedUnit {
  /** The stored unit; null for a new one. */
  readonly known: UnitEntity | null;
  readonly tag: string;
  readonly kind: string;
  readonly familyId: string;
  readonly siteName: string;
  readonly serial: string;
  readonly stamping: string;
  readonly inServiceOn: string;
  readonly hoursAtStart: number;
  readonly use: UnitEntity['use'];
  readonly hireUntil: string | null;
  readonly noMeter: boolean;
  readonly note: string;
  readonly particulars: UnitParticulars;
}

/** The plan for each row of a file: added, changed, unchanged, or refused with the reason. Read-only. */
export function planUnits(rows: readonly Row[], books: Books): Promise<Planned<WantedUnit>[]> {
  const seen = new Map<string, number>();
  return inSlices(rows, (row) => planRow(row, books, seen));
}

function planRow({ line, cells, semicolons }: Row, books: Books, seen: Map<string, number>): Planned<WantedUnit> {
  const reader = new RowReader();
  let stored: Readonly<Record<UnitColumn, string>> | null = null;
  const read = <T>(column: UnitColumn, cell: Cell<T>): T | null => reader.read(UNIT_COLUMNS[column], cell);
  /** A cell with the exported text means the stored value. */
  const asItIs = (column: UnitColumn): boolean => stored !== null && undefused(cells[column] ?? '') === stored[column];
  const text = (column: UnitColumn, most: number, needed = false): string => {
    const value = read(column, plainText(cells[column] ?? '')) ?? '';
    const wrong =
      value.length > most ? `Longer than ${most} characters.` : needed && value === '' ? 'It is empty.' : null;
    if (wrong !== null) reader.wrong(UNIT_COLUMNS[column], wrong, needed ? 'Every unit needs one.' : 'Shorten it.');
    return value;
  };
  const tag = text('tag', 40, true);
  const key = nameKey(tag);
  const known = books.units.get(key) ?? null;
  // Fields that the file does not contain keep their stored values.
  if (known !== null) {
    stored = unitRow(known);
    for (const column of keysOf(UNIT_COLUMNS)) if (!(column in cells)) cells = { ...cells, [column]: stored[column] };
  }
  if (tag !== '' && !namesSomething(tag))
    reader.wrong('tag', 'A tag needs a letter or a digit.', 'Write what is on the machine.');
  else if (tag !== '') firstOf(seen, key, line, reader, { title: 'tag', name: 'tag' });

  const kind = text('kind', 60, true);
  const family = familyOf(text('family', 40, true), books, reader);
  const site = text('site', 60, true);
  if (site !== '' && !namesSomething(site))
    reader.wrong(UNIT_COLUMNS.site, 'A site needs a letter or a digit.', 'Write what it is called.');
  const siteName = books.sites.get(nameKey(site)) ?? site;
  const serial = text('serial', UNIT_TEXTS.serial.max);
  const stamping = text('stamping', UNIT_TEXTS.stamping.max);
  const inServiceOn =
    known !== null && asItIs('inServiceOn')
      ? known.inServiceOn
      : read('inServiceOn', dayCell(cells.inServiceOn ?? '', books.today, 'on which the unit came into service'));
  const hoursAtStart =
    known !== null && asItIs('hoursAtStart')
      ? known.hoursAtStart
      : read('hoursAtStart', hoursCell(cells.hoursAtStart ?? '', semicolons));
  const use = read('use', choiceCell(cells.use ?? '', USE_WORDS));
  const meter = read('meter', choiceCell(cells.meter ?? '', METER_WORDS));
  const note = read('note', noteCell(cells.note ?? '')) ?? '';
  if (note.length > UNIT_TEXTS.note.max)
    reader.wrong('note', `Longer than ${UNIT_TEXTS.note.max} characters.`, 'Shorten it.');
  const particulars = particularsBy(
    (name, { max }) => text(name, max),
    (name, { max, most }) => {
      const lines = read(name, linesCell(cells[name] ?? '')) ?? [];
      if (lines.length > most) reader.wrong(UNIT_COLUMNS[name], `More than ${most} lines.`, 'Leave some out.');
      if (lines.some((line) => line.length > max))
        reader.wrong(UNIT_COLUMNS[name], `A line longer than ${max} characters.`, 'Shorten it.');
      return lines;
    },
  );
  const until = (cells.hireUntil ?? '').trim();
  const hireUntil = until === '' ? null : read('hireUntil', dayCell(until, '9999', 'on which it comes back'));
  if (until !== '' && use !== null && use !== 'on-hire')
    reader.wrong(
      UNIT_COLUMNS.hireUntil,
      'Only a unit on hire comes back on a day.',
      'Leave it empty, or write “on hire” as its use.',
    );
  const { problems, warnings } = reader;
  if (family !== null && stamping !== '') warnings.push(...otherEngine(stamping, family, books));

  const nothing = { changes: [], problems, warnings };
  if (
    problems.length > 0 ||
    family === null ||
    inServiceOn === null ||
    hoursAtStart === null ||
    use === null ||
    meter === null
  )
    return { shown: { line, tag, action: 'refuse', ...nothing }, wanted: null };
  const wanted = {
    known,
    tag,
    kind,
    familyId: family.id,
    siteName,
    serial,
    stamping,
    inServiceOn,
    hoursAtStart,
    use,
    hireUntil,
    noMeter: meter === 'no',
    note,
    particulars,
  };
  if (known === null) return { shown: { line, tag, action: 'add', ...nothing }, wanted };
  const changes = differences(known, wanted, family.code);
  return { shown: { line, tag, action: changes.length > 0 ? 'change' : 'same', ...nothing, changes }, wanted };
}

function familyOf(code: string, { families }: Books, reader: RowReader) {
  if (code === '') return null;
  const family = families.get(nameKey(code));
  if (family !== undefined) return family;
  const near = [...families.values()].filter((each) => nameKey(each.code).startsWith(nameKey(code).slice(0, 3)));
  reader.wrong(
    UNIT_COLUMNS.family,
    `No family is called “${code}”.`,
    near.length > 0
      ? `Did you mean ${near.map((each) => each.code).join(' or ')}? Otherwise add the family first.`
      : 'Add the family first, or check its code.',
  );
  return null;
}

/** A warning if the stamping matches another family, for a person to check. */
function otherEngine(
  stamping: string,
  own: { readonly pattern: string; readonly code: string },
  { families }: Books,
): string[] {
  if (stampingFits(own.pattern, stamping)) return [];
  const others = [...families.values()].filter(({ pattern }) => stampingFits(pattern, stamping));
  return others.length === 0
    ? []
    : [
        `The stamping reads like ${others.map(({ code }) => code).join(' or ')}, not ${own.code}: the engine’s own plate decides.`,
      ];
}

function differences(known: UnitEntity, wanted: WantedUnit, familyCode: string): CellChangeDto[] {
  const before = unitRow(known);
  const after = unitRow({ ...wanted, family: { code: familyCode }, site: { name: wanted.siteName } });
  return keysOf(UNIT_COLUMNS)
    .filter((column) => before[column] !== after[column])
    .map((column) => ({ field: UNIT_COLUMNS[column], before: before[column], after: after[column] }));
}
