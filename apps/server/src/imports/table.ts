import { parse } from 'csv-parse/sync';
import { type Decoded } from './decoded.ts';

/** A row of a file, by the names of our columns, with the line at which it begins. */
export interface Row {
  readonly line: number;
  readonly cells: Readonly<Record<string, string>>;
}

export type Table =
  | { readonly rows: readonly Row[]; readonly notes: readonly string[] }
  | { readonly unreadable: string; readonly mend: string };

const DELIMITERS = [
  [',', 'comma'],
  [';', 'semicolon'],
  ['\t', 'tab'],
] as const;

const name = (header: string): string => header.toLowerCase().replace(/[^\p{L}\p{N}]/gu, '');

interface Parsed {
  readonly record: readonly string[];
  /** The line on which the record ends; `raw` is its text, line breaks within cells and before it included. */
  readonly info: { readonly lines: number };
  readonly raw: string;
}

/** The line at which a record begins: where it ends, less the line breaks in its cells. */
const lineOf = ({ info, raw }: Parsed): number => {
  const text = raw.replace(/^\n+|\n$/g, '');
  return info.lines - (text.split('\n').length - 1);
};

/** Reads a spreadsheet's export. Columns may stand in any order; what is not ours is refused rather than dropped. */
export function csvTable({ text, encoding }: Decoded, columns: Readonly<Record<string, string>>): Table {
  const firstLine = text.split(/\r?\n/, 1)[0] ?? '';
  const [delimiter, delimiterName] = DELIMITERS.reduce((best, each) =>
    firstLine.split(each[0]).length > firstLine.split(best[0]).length ? each : best,
  );
  let records: Parsed[];
  try {
    // The parser counts a line break of two characters within a cell twice.
    records = parse(text.replace(/\r\n?/g, '\n'), {
      delimiter,
      bom: true,
      relax_column_count: true,
      skip_empty_lines: true,
      info: true,
      raw: true,
    }) as never;
  } catch (error) {
    const { lines = 1 } = error as { lines?: number };
    return {
      unreadable: `The file cannot be read as a table from line ${lines} on.`,
      mend: 'A quotation mark is probably open there. Export it again as CSV.',
    };
  }
  const [head, ...body] = records;
  if (head === undefined) return { unreadable: 'The file is empty.', mend: 'Take the template and fill it in.' };
  const known = new Map(Object.entries(columns).map(([key, title]) => [name(title), key]));
  const keys = head.record.map((title) => known.get(name(title)) ?? null);
  const foreign = head.record.filter((title, index) => keys[index] === null && title.trim() !== '');
  if (foreign.length > 0)
    return {
      unreadable: `The column ${foreign.map((title) => `“${title.trim()}”`).join(', ')} is not known here.`,
      mend: `Columns are: ${Object.values(columns).join(', ')}. Rename it, or leave it out.`,
    };
  const doubled = keys.find((key, index) => key !== null && keys.indexOf(key) !== index);
  if (doubled)
    return { unreadable: `The column “${columns[doubled]}” stands there twice.`, mend: 'Leave one of them out.' };
  const surplus = body.find(({ record }) => record.slice(keys.length).some((cell) => cell.trim() !== ''));
  if (surplus !== undefined)
    return {
      unreadable: `Line ${lineOf(surplus)} has ${surplus.record.length} cells, the first line names ${keys.length} columns.`,
      mend: 'A mark between cells is probably part of a value: put that value in quotation marks, or take the extra cells away.',
    };
  const rows = body.map((each) => ({
    line: lineOf(each),
    cells: Object.fromEntries(keys.flatMap((key, index) => (key === null ? [] : [[key, each.record[index] ?? '']]))),
  }));
  return { rows, notes: [`Read as ${encoding}, columns parted by ${delimiterName}.`] };
}

/** Reads our own JSON: a list of objects. */
export function jsonTable({ text }: Decoded, columns: Readonly<Record<string, string>>): Table {
  let list: unknown;
  try {
    list = JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch {
    return { unreadable: 'The file is no readable JSON.', mend: 'Export it again.' };
  }
  if (!Array.isArray(list) || list.some((each) => typeof each !== 'object' || each === null || Array.isArray(each)))
    return { unreadable: 'The file is not a list of objects.', mend: 'Take an export as an example.' };
  const foreign = new Set(list.flatMap((each: object) => Object.keys(each).filter((key) => !(key in columns))));
  if (foreign.size > 0)
    return {
      unreadable: `The field ${[...foreign].map((key) => `“${key}”`).join(', ')} is not known here.`,
      mend: `Fields are: ${Object.keys(columns).join(', ')}.`,
    };
  const rows = list.map((each: Record<string, unknown>, index) => ({
    line: index + 1,
    cells: Object.fromEntries(Object.entries(each).map(([key, value]) => [key, cellOf(value)])),
  }));
  return { rows, notes: ['Read as JSON.'] };
}

/** No spreadsheet runs JSON: what begins like a formula is text, and is marked as such. */
function cellOf(value: unknown): string {
  if (value === null) return '';
  if (typeof value !== 'string') return JSON.stringify(value);
  return /^[=+\-@]/.test(value) ? `'${value}` : value;
}
