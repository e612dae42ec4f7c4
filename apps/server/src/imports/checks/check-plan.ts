import {
  type LengthUnit,
  type ValveLayout,
  type WrittenGap,
  type WrittenValve,
  nameKey,
  valveKey,
  writtenGapFrom,
} from '@sturdy-shim/core';
import { randomUUID } from 'node:crypto';
import { layoutOf } from '../../families/index.ts';
import { type ReadPastCheck, unreadableGap } from '../../past-checks/index.ts';
import { grouped, inSlices } from '../../platform/index.ts';
import { undefused } from '../../spreadsheets/index.ts';
import type { UnitEntity } from '../../units/index.ts';
import { type Cell, choiceCell, dayCell, hoursCell, noteCell, plainText, wrong } from '../cells.ts';
import type { Planned } from '../file-import.ts';
import { RowReader } from '../row-reader.ts';
import type { Row } from '../table.ts';
import { CHECK_COLUMNS, type CheckRow, pastRows } from './check-columns.ts';
import { valveFromCode } from './valve-code.ts';

export interface WantedCheck {
  readonly unit: UnitEntity;
  readonly past: ReadPastCheck;
}

/** The stored data that the plan compares the file with. */
export interface OnRecord {
  readonly units: ReadonlyMap<string, UnitEntity>;
  readonly today: string;
  /** Rows of the signed checks of a unit on a day, one list a check. */
  readonly checksOn: (unitId: string, day: string) => readonly (readonly CheckRow[])[];
  /** The refusal of a readable check that contradicts the record of its unit. */
  readonly refusalOf: (
    wanted: WantedCheck,
  ) => { readonly field: string; readonly problem: string; readonly remedy: string } | null;
}

const cellOf = ({ cells }: Row, column: keyof typeof CHECK_COLUMNS): string => undefused((cells[column] ?? '').trim());

/** Rows of one unit, day and person are one check, planned at its first row. */
export function planChecks(rows: readonly Row[], known: OnRecord): Promise<Planned<WantedCheck>[]> {
  const groups = grouped(rows, (row) =>
    JSON.stringify([nameKey(cellOf(row, 'tag')), cellOf(row, 'done_on'), nameKey(cellOf(row, 'by'))]),
  );
  return inSlices([...groups.values()], (group) => planCheck(group, known));
}

function planCheck(rows: readonly Row[], known: OnRecord): Planned<WantedCheck> {
  const [first] = rows;
  if (first === undefined) throw new Error('a check without a row');
  const reader = new RowReader();
  const tag = cellOf(first, 'tag');
  const unit = known.units.get(nameKey(tag)) ?? null;
  const shown = { line: first.line, tag: unit?.tag ?? tag.slice(0, 60), changes: [], warnings: [] };
  const refused = (): Planned<WantedCheck> => ({
    shown: { ...shown, action: 'refuse', problems: reader.problems },
    wanted: null,
  });
  if (unit?.family === undefined) {
    reader.wrong(
      'tag',
      tag === '' ? 'It is empty.' : 'No unit has this tag.',
      'Import the units first, or correct the tag.',
    );
    return refused();
  }
  const past = readCheck(rows, layoutOf(unit.family), known.today, reader);
  if (past === null || reader.problems.length > 0) return refused();
  const wanted = { unit, past };
  const { doneOn, doneBy, engine, hours, note } = past;
  const own = sorted(pastRows({ tag: unit.tag, layout: layoutOf(unit.family), engine, hours, note }, past));
  const sameDay = known.checksOn(unit.id, doneOn);
  if (sameDay.some((each) => sorted(each) === own))
    return { shown: { ...shown, action: 'same', problems: [] }, wanted };
  const other = sameDay.find(([row]) => row !== undefined && nameKey(row.by) === nameKey(doneBy));
  if (other !== undefined) {
    reader.wrong(
      'done_on',
      'A check of this unit by the same person on this day is on record, and it differs.',
      'Leave its rows out. If the one on record is wrong, a lead voids it on the page of the unit.',
    );
    return refused();
  }
  const refusal = known.refusalOf(wanted);
  if (refusal !== null) {
    reader.wrong(refusal.field, refusal.problem, refusal.remedy);
    return refused();
  }
  return { shown: { ...shown, action: 'add', problems: [] }, wanted };
}

const sorted = (rows: readonly CheckRow[]): string =>
  JSON.stringify(rows.map((row) => Object.keys(CHECK_COLUMNS).map((key) => row[key as keyof CheckRow])).sort());

const TEMPERATURES = { cold: 'cold', warm: 'warm' } as const;
const UNITS: Readonly<Record<string, LengthUnit>> = { mm: 'mm', in: 'in', inch: 'in', thou: 'thou', mil: 'thou' };

function readCheck(rows: readonly Row[], layout: ValveLayout, today: string, reader: RowReader): ReadPastCheck | null {
  const [first] = rows as [Row];
  const whole = (column: keyof typeof CHECK_COLUMNS): string => statedOnce(rows, column, reader);
  const doneOn = reader.read('done_on', dayCell(whole('done_on'), today, 'on which it was done'));
  const hoursText = whole('hours');
  const hours = hoursText === '' ? null : reader.read('hours', hoursCell(hoursText, first.semicolons));
  const engine = reader.read('temperature', choiceCell(whole('temperature'), TEMPERATURES));
  const doneBy = reader.read('by', lengthAtMost(plainText(whole('by')), 80));
  const note = reader.read('note', lengthAtMost(noteCell(whole('note')), 1000));
  const valves = readValves(rows, layout, reader);
  if (doneOn === null || engine === null || doneBy === null || note === null) return null;
  return { id: randomUUID(), doneOn, hours, engine, doneBy, note, valves };
}

const lengthAtMost = (cell: Cell<string>, most: number): Cell<string> =>
  cell.ok && cell.value.length > most ? wrong(`It has more than ${most} characters.`, 'Shorten it.') : cell;

/** Reads a column of the whole check, which may be empty on some rows and must not differ between rows. */
function statedOnce(rows: readonly Row[], column: keyof typeof CHECK_COLUMNS, reader: RowReader): string {
  const stating = rows.filter((row) => cellOf(row, column) !== '');
  const [says] = stating;
  if (says === undefined) return '';
  // Rows are grouped by the key of the person’s name, so the spelling may differ.
  const plain = (row: Row): string => (column === 'by' ? nameKey(cellOf(row, column)) : cellOf(row, column));
  const other = stating.find((row) => plain(row) !== plain(says));
  if (other !== undefined)
    reader.wrong(
      column,
      `Line ${other.line} states another value for the same check than line ${says.line}.`,
      'Write it alike on every row of a check, or on its first row only.',
    );
  return cellOf(says, column);
}

function readValves(rows: readonly Row[], layout: ValveLayout, reader: RowReader): WrittenValve[] {
  const read = new Map<string, WrittenValve>();
  for (const row of rows) {
    const valve = valveFromCode(cellOf(row, 'valve'), layout);
    if (valve === null) {
      reader.wrong(
        'valve',
        `Line ${row.line}: “${cellOf(row, 'valve').slice(0, 20)}” is not one valve of this engine.`,
        'Write intake or exhaust, or with several cylinders 1I, 1E, 2I; with several of a kind 1I1, 1I2.',
      );
      continue;
    }
    if (read.has(valveKey(valve)))
      reader.wrong('valve', `Line ${row.line}: this valve is there twice.`, 'Keep one row for each valve.');
    const [found, left] = [gapIn(row, 'found', reader), gapIn(row, 'left', reader)];
    if (cellOf(row, 'found') === '' && cellOf(row, 'left') === '')
      reader.wrong(
        'found',
        `Line ${row.line}: no gap is written.`,
        'Write the gap as found or as left, or leave the row out.',
      );
    read.set(valveKey(valve), { ...valve, found, left });
  }
  return [...read.values()];
}

function gapIn(row: Row, column: 'found' | 'left', reader: RowReader): WrittenGap | null {
  const text = cellOf(row, column);
  if (text === '') return null;
  const unitText = cellOf(row, 'unit').toLowerCase();
  const unit = unitText === '' ? null : (UNITS[unitText] ?? null);
  if (unitText !== '' && unit === null)
    reader.wrong('unit', `Line ${row.line}: “${unitText.slice(0, 20)}” is not a unit.`, 'Write mm, in or thou.');
  const written = writtenGapFrom(text, unit);
  if (!('refusal' in written)) return written;
  // With a unit the figure is readable, so the missing unit is the error.
  if (unit === null && !('refusal' in writtenGapFrom(text, 'mm'))) {
    reader.wrong('unit', `Line ${row.line}: the figure has no unit.`, 'Write mm, in or thou.');
    return null;
  }
  const { detail, remedy } = unreadableGap(column, text, written.refusal);
  reader.wrong(column, `Line ${row.line}: ${detail}`, remedy);
  return null;
}
