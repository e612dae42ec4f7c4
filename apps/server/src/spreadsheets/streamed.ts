import { StreamableFile } from '@nestjs/common';
import { stringify } from 'csv-stringify/sync';
import type { Response } from 'express';
import { Readable } from 'node:stream';
import { defused } from './defuse.ts';

type Pages = AsyncIterable<readonly object[]>;

/**
 * Text for a spreadsheet from rows that come page by page: written as they are read, and never held together. Begins
 * with a byte order mark, so that spreadsheets read it as UTF-8; cells that they would run as formulas are escaped.
 */
export async function* csvText(titles: Readonly<Record<string, string>>, pages: Pages): AsyncGenerator<string> {
  const columns = Object.entries(titles).map(([key, header]) => ({ key, header }));
  yield stringify([], { header: true, bom: true, columns });
  for await (const page of pages) yield stringify([...page], { columns, cast: { string: (value) => defused(value) } });
}

/** The same rows as a list of objects. */
export async function* jsonText(pages: Pages): AsyncGenerator<string> {
  let before = '[\n';
  for await (const page of pages)
    for (const row of page) {
      yield `${before}${JSON.stringify(row)}`;
      before = ',\n';
    }
  yield before === '[\n' ? '[]\n' : '\n]\n';
}

export function streamedCsv(
  response: Response,
  name: string,
  titles: Readonly<Record<string, string>>,
  pages: Pages,
): StreamableFile {
  response.setHeader('Content-Disposition', `attachment; filename="${name}"`);
  return new StreamableFile(Readable.from(csvText(titles, pages)), { type: 'text/csv; charset=utf-8' });
}

export function streamedJson(response: Response, name: string, pages: Pages): StreamableFile {
  response.setHeader('Content-Disposition', `attachment; filename="${name}"`);
  return new StreamableFile(Readable.from(jsonText(pages)), { type: 'application/json' });
}
