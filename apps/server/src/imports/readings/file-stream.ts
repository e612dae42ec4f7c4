import { fieldOf } from '@sturdy-shim/core';
import { createReadStream, createWriteStream } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Transform, type Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { parse } from 'csv-parse';
import { type Result, fail, ok } from '../../platform/index.ts';
import type { Decoded } from '../decoded.ts';
import { type Misfit, type Row, csvHead, rowOf } from '../table.ts';

/** A million rows fit. */
export const MAX_BYTES = 150_000_000;

const unreadable = (detail: string, remedy: string) =>
  fail({ code: 'file-unreadable', status: 422, detail, remedy } as const);

/**
 * Writes the request body to a temporary file, so that it can be read twice without being held in memory, and deletes
 * it afterwards.
 */
export async function withFile<T>(sent: Readable, work: (path: string) => Promise<Result<T>>): Promise<Result<T>> {
  const folder = await mkdtemp(join(tmpdir(), 'readings-'));
  try {
    const path = join(folder, 'file');
    let bytes = 0;
    const counted = new Transform({
      transform(chunk: Buffer, _, done) {
        bytes += chunk.length;
        if (bytes > MAX_BYTES) done(new RangeError('too long'));
        else done(null, chunk);
      },
    });
    try {
      await pipeline(sent, counted, createWriteStream(path, { mode: 0o600 }));
    } catch (error) {
      if (error instanceof RangeError)
        return unreadable(`The file holds more than ${MAX_BYTES / 1e6} MB.`, 'Part it into several.');
      throw error;
    }
    return await work(path);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/** The bytes of a file in chunks. */
const chunksOf = (path: string): AsyncIterable<Buffer> =>
  createReadStream(path, { highWaterMark: 256 * 1024 }) as AsyncIterable<Buffer>;

type Encoding = Decoded['encoding'];

/** Encoding by byte order mark; UTF-8 if the whole file is valid; otherwise Windows-1252. */
export async function encodingOf(path: string): Promise<{ readonly name: Encoding; readonly label: string }> {
  let first: Buffer | null = null;
  const utf8 = new TextDecoder('utf-8', { fatal: true });
  for await (const chunk of chunksOf(path)) {
    if (first === null) {
      first = chunk;
      if (chunk[0] === 0xff && chunk[1] === 0xfe) return { name: 'UTF-16', label: 'utf-16le' };
      if (chunk[0] === 0xfe && chunk[1] === 0xff) return { name: 'UTF-16', label: 'utf-16be' };
    }
    try {
      utf8.decode(chunk, { stream: true });
    } catch {
      return { name: 'Windows-1252', label: 'windows-1252' };
    }
  }
  return { name: 'UTF-8', label: 'utf-8' };
}

/** Normalizes line breaks. A CR LF may be split between chunks. */
async function* textOf(path: string, label: string): AsyncGenerator<string> {
  const decoder = new TextDecoder(label);
  let held = '';
  for await (const chunk of chunksOf(path)) {
    const text = held + decoder.decode(chunk, { stream: true });
    held = text.endsWith('\r') ? '\r' : '';
    yield text
      .slice(0, text.length - held.length)
      .replaceAll('\r\n', '\n')
      .replaceAll('\r', '\n');
  }
  yield (held + decoder.decode()).replaceAll('\r', '\n');
}

/**
 * The rows of a file, each with the line at which it begins.
 * @param columns titles by column name
 * @param needed required columns
 */
export async function readRows(
  path: string,
  columns: Readonly<Record<string, string>>,
  needed: readonly string[],
  each: (row: Row | Misfit) => Promise<void> | void,
): Promise<Result<string>> {
  const encoding = await encodingOf(path);
  const text = textOf(path, encoding.label);
  const start = await text.next();
  const head = csvHead(start.done ? '' : start.value, columns);
  if (!head.ok) return unreadable(head.unreadable, head.remedy);
  const { delimiter, delimiterName, from, keys } = head;
  const missing = needed.filter((key) => !keys.includes(key)).map((key) => `“${columns[key] ?? key}”`);
  if (missing.length > 0)
    return unreadable(
      `The first line has no column ${missing.join(' and ')}.`,
      `Columns are: ${Object.values(columns).join(', ')}. Take the template.`,
    );
  const skipped = from > 0 ? 1 : 0;
  let isHead = true;
  let rows: (Row | Misfit)[] = [];
  const gather = (record: readonly string[], info: { readonly lines: number }): null => {
    const row = isHead ? null : rowOf({ record, info }, keys, delimiter === ';', skipped);
    isHead = false;
    if (row !== null) rows.push(row);
    return null;
  };
  const takeAll = async (): Promise<void> => {
    const gathered = rows;
    rows = [];
    for (const row of gathered) {
      const pending = each(row);
      if (pending !== undefined) await pending;
    }
  };
  async function* body(): AsyncGenerator<string> {
    yield String(start.value).slice(from);
    await takeAll();
    for await (const chunk of text) {
      yield chunk;
      // The parser consumes its input before it requests more.
      await takeAll();
    }
  }
  const parser = parse({
    delimiter,
    bom: true,
    relax_column_count: true,
    skip_empty_lines: true,
    max_record_size: 100_000,
    on_record: gather,
  });
  try {
    await pipeline(body(), parser.resume());
    await takeAll();
  } catch (error) {
    const at = fieldOf(error, 'lines');
    if (typeof at !== 'number') throw error;
    return unreadable(
      `The file cannot be read as a table from line ${at + skipped} on.`,
      'A quotation mark is probably open there. Export it again as CSV.',
    );
  }
  return ok(`Read as ${encoding.name}, columns separated by ${delimiterName}.`);
}
