import { fieldOf } from '@sturdy-shim/core';
import { defused } from '../spreadsheets/index.ts';
import { type Options, parse } from 'csv-parse/sync';
import { type CellProblem, shortened } from './cells.ts';
import { type Decoded, type Undecodable, decoded } from './decoded.ts';

/** A row of a file, by the names of our columns, with the line at which it begins. */
export interface Row {
  readonly line: number;
  readonly cells: Readonly<Record<string, string>>;
  /** Cells are separated by semicolons, as spreadsheets do where the comma is the decimal separator. */
  readonly semicolons: boolean;
}

/** A line with too many or too few cells. The other lines are read. */
export interface Misfit {
  readonly line: number;
  readonly misfit: CellProblem;
}

type Unreadable = Undecodable;
export type Table =
  | {
      readonly ok: true;
      readonly rows: readonly Row[];
      readonly misfits: readonly Misfit[];
      readonly notes: readonly string[];
    }
  | Unreadable;

/** Reads bytes as a table, in time linear in their length. */
export function tableOf(bytes: Uint8Array, format: 'csv' | 'json', columns: Readonly<Record<string, string>>): Table {
  const text = decoded(bytes);
  if (!text.ok) return text;
  return format === 'csv' ? csvTable(text, columns) : jsonTable(text, columns);
}

const DELIMITERS = [
  [',', 'comma'],
  [';', 'semicolon'],
  ['\t', 'tab'],
  ['|', 'bar'],
] as const;
type Delimiter = (typeof DELIMITERS)[number];

/** More than any of our files needs; a longer first line is refused before parsing. */
export const MAX_ROWS = 20_000;
const MAX_COLUMNS = 200;
const MAX_IN_CELL = 20_000;
/** A list of records of plain values is two deep. */
const MAX_DEPTH = 2;

const name = (header: string): string => header.toLowerCase().replace(/[^\p{L}\p{N}]/gu, '');
const unreadable = (detail: string, remedy: string): Unreadable => ({ ok: false, unreadable: detail, remedy });

/** The separator: from a first line `sep=;`, otherwise the most frequent one between the titles. */
function delimiterOf(text: string): { readonly delimiter: Delimiter; readonly from: number } {
  const end = text.indexOf('\n');
  const line = (end < 0 ? text : text.slice(0, end)).slice(0, 100_000);
  const said = /^\uFEFF?sep=(.)$/i.exec(line.trimEnd())?.[1] ?? (/^\uFEFF?sep=\t/i.test(line) ? '\t' : undefined);
  const named = DELIMITERS.find(([mark]) => mark === said);
  if (named !== undefined && end >= 0) return { delimiter: named, from: end + 1 };
  // A separator within quotation marks is part of a title.
  const bare = line.split('"').filter((_, index) => index % 2 === 0);
  const count = (mark: string): number => bare.reduce((sum, part) => sum + part.split(mark).length - 1, 0);
  const [first] = DELIMITERS;
  return {
    delimiter: DELIMITERS.reduce<Delimiter>((best, each) => (count(each[0]) > count(best[0]) ? each : best), first),
    from: 0,
  };
}

interface Parsed {
  readonly record: readonly string[];
  /** The line on which the record ends. */
  readonly info: { readonly lines: number };
}

/** The first line of a record: its last line minus the line breaks in its cells. */
const lineOf = ({ info, record }: Parsed, before: number): number =>
  record.reduce(
    (line, cell) => (cell.includes('\n') ? line - (cell.split('\n').length - 1) : line),
    before + info.lines,
  );

const isEmpty = (record: readonly string[]): boolean => record.every((cell) => cell.trim() === '');

/** Deviations from the format that spreadsheets write. */
const FORGIVING = { bom: true, relax_column_count: true, skip_empty_lines: true } as const;

/** Reads a spreadsheet's export. Columns may be in any order; unknown columns are refused rather than ignored. */
export function csvTable({ text, encoding }: Decoded, columns: Readonly<Record<string, string>>): Table {
  // The parser counts a line break of two characters within a cell twice.
  const lines = text.replaceAll('\r\n', '\n').replaceAll('\r', '\n');
  const {
    delimiter: [delimiter, delimiterName],
    from,
  } = delimiterOf(lines);
  const skipped = from > 0 ? 1 : 0;
  const body = lines.slice(from);
  const parsed = (limits: Options): Parsed[] =>
    parse(body, { delimiter, ...FORGIVING, info: true, ...limits }) as unknown as Parsed[];
  let head: Parsed | undefined;
  let rest: Parsed[];
  try {
    [head] = parsed({ to: 1 });
    if (head === undefined) return unreadable('The file is empty.', 'Take the template and fill it in.');
    if (head.record.length > MAX_COLUMNS)
      return unreadable(
        `The first line names ${head.record.length} columns; ${MAX_COLUMNS} are read at most.`,
        `Columns are: ${Object.values(columns).join(', ')}. Leave the others out.`,
      );
    rest = parsed({ to: MAX_ROWS + 2, max_record_size: MAX_COLUMNS * MAX_IN_CELL }).slice(1);
  } catch (error) {
    const at = fieldOf(error, 'lines');
    return openQuote((typeof at === 'number' ? at : 1) + skipped);
  }
  const keys = keysOf(head.record, columns);
  if (!keys.ok) return keys;
  const read = rest.flatMap((each) => rowOf(each, keys.keys, delimiter === ';', skipped) ?? []);
  return { ok: true, ...parted(read), notes: [`Read as ${encoding}, columns separated by ${delimiterName}.`] };
}

const openQuote = (line: number): Unreadable =>
  unreadable(
    `The file cannot be read as a table from line ${line} on.`,
    'A quotation mark is probably open there. Export it again as CSV.',
  );

/** The header of a file: separator and columns. */
export function csvHead(text: string, columns: Readonly<Record<string, string>>) {
  const {
    delimiter: [delimiter, delimiterName],
    from,
  } = delimiterOf(text);
  const end = text.indexOf('\n', from);
  const line = end < 0 ? text.slice(from) : text.slice(from, end);
  let titles: string[] | undefined;
  try {
    [titles] = parse(line, { delimiter, bom: true, relax_column_count: true, relax_quotes: true });
  } catch {
    return openQuote(from > 0 ? 2 : 1);
  }
  if (titles === undefined) return unreadable('The file is empty.', 'Take the template and fill it in.');
  const keys = keysOf(titles, columns);
  return keys.ok ? { ok: true as const, delimiter, delimiterName, from, keys: keys.keys } : keys;
}

const parted = (read: readonly (Row | Misfit)[]) => ({
  rows: read.filter((each) => 'cells' in each),
  misfits: read.filter((each) => 'misfit' in each),
});

/** A record as a row; null for an empty one. */
export function rowOf(
  each: Parsed,
  keys: readonly (string | null)[],
  semicolons: boolean,
  skipped: number,
): Row | Misfit | null {
  if (isEmpty(each.record)) return null;
  const line = lineOf(each, skipped);
  const misfit = misfitOf(each.record, keys.length);
  if (misfit !== null) return { line, misfit };
  const cells: Record<string, string> = {};
  for (const [at, key] of keys.entries()) if (key !== null) cells[key] = each.record[at] ?? '';
  return { line, cells, semicolons };
}

interface Keys {
  readonly ok: true;
  readonly keys: readonly (string | null)[];
}

/** Column names in the order of the file; null for a column without a title. */
function keysOf(titles: readonly string[], columns: Readonly<Record<string, string>>): Keys | Unreadable {
  const known = new Map(Object.entries(columns).map(([key, title]) => [name(title), key]));
  const keys = titles.map((title) => known.get(name(title)) ?? null);
  const foreign = titles.filter((title, index) => keys[index] === null && title.trim() !== '');
  if (foreign.length > 0)
    return unreadable(
      `The column ${foreign
        .slice(0, 5)
        .map((title) => `“${shortened(title.trim())}”`)
        .join(', ')}${foreign.length > 5 ? ' and others are' : ' is'} not known here.`,
      `Columns are: ${Object.values(columns).join(', ')}. Rename it, or leave it out.`,
    );
  const named = keys.filter((key) => key !== null);
  const doubled = named.find((key, index) => named.indexOf(key) !== index);
  return doubled === undefined
    ? { ok: true, keys }
    : unreadable(`The column “${columns[doubled]}” stands there twice.`, 'Leave one of them out.');
}

/** A row whose number of cells differs from the number of columns, so a cell is misplaced or missing. */
function misfitOf(record: readonly string[], columns: number): CellProblem | null {
  if (record.length > columns && record.slice(columns).some((cell) => cell.trim() !== ''))
    return {
      problem: `It has ${record.length} cells, the first line names ${columns} columns.`,
      remedy:
        'A mark between cells is probably part of a value: put that value in quotation marks, or take the extra cells away.',
    };
  if (record.length < columns)
    return {
      problem: `It has ${record.length} cells, the first line names ${columns} columns.`,
      remedy: 'A row is probably cut off there. Give every row a cell for each column, empty ones too.',
    };
  const long = record.find((cell) => cell.length > MAX_IN_CELL);
  return long === undefined
    ? null
    : {
        problem: `It has a cell of ${long.length} characters; ${MAX_IN_CELL} are read at most.`,
        remedy: 'Shorten it.',
      };
}

/** Reads our own JSON: a list of objects. */
export function jsonTable({ text }: Decoded, columns: Readonly<Record<string, string>>): Table {
  let list: unknown;
  try {
    list = JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch {
    return unreadable('The file is no readable JSON.', 'Export it again.');
  }
  if (!Array.isArray(list) || list.some((each) => typeof each !== 'object' || each === null || Array.isArray(each)))
    return unreadable('The file is not a list of objects.', 'Take an export as an example.');
  if (list.length > MAX_ROWS + 1) list.length = MAX_ROWS + 1;
  const read: (Row | Misfit)[] = [];
  for (const [index, each] of (list as Record<string, unknown>[]).entries()) {
    const entries = Object.entries(each);
    const foreign = entries.find(([key]) => !Object.hasOwn(columns, key));
    if (foreign !== undefined)
      return unreadable(
        `The field “${shortened(foreign[0])}” of entry ${index + 1} is not known here.`,
        `Fields are: ${Object.keys(columns).join(', ')}.`,
      );
    const nested = entries.find(([, value]) => typeof value === 'object' && value !== null);
    if (nested !== undefined) {
      const problem = `The field “${nested[0]}” is a list or an object.`;
      const remedy = `Give plain text, as an export has it; nothing lies deeper than ${MAX_DEPTH} levels.`;
      read.push({ line: index + 1, misfit: { problem, remedy } });
      continue;
    }
    const cells = Object.fromEntries(entries.map(([key, value]) => [key, cellOf(value)]));
    const long = Object.values(cells).find((cell) => cell.length > MAX_IN_CELL);
    if (long === undefined) {
      read.push({ line: index + 1, cells, semicolons: false });
      continue;
    }
    const problem = `It has a text of ${long.length} characters; ${MAX_IN_CELL} are read at most.`;
    read.push({ line: index + 1, misfit: { problem, remedy: 'Shorten it.' } });
  }
  return { ok: true, ...parted(read), notes: ['Read as JSON.'] };
}

/** Spreadsheets do not run JSON, so a text that begins like a formula is marked as text. */
function cellOf(value: unknown): string {
  if (value === null) return '';
  if (typeof value === 'string') return defused(value);
  return typeof value === 'number' || typeof value === 'boolean' ? String(value) : JSON.stringify(value);
}
