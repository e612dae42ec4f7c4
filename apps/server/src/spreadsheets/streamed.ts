import { StreamableFile } from '@nestjs/common';
import { stringify } from 'csv-stringify/sync';
import type { Response } from 'express';
import { Readable } from 'node:stream';
import { defused } from './defuse.ts';

/**
 * Rows for a spreadsheet that come page by page: they are written as they are read, and never held together. Begins with
 * a byte order mark, so that spreadsheets read it as UTF-8; cells that they would run as formulas are escaped.
 */
export function streamedCsv(
  response: Response,
  name: string,
  titles: Readonly<Record<string, string>>,
  pages: AsyncGenerator<readonly object[]>,
): StreamableFile {
  response.setHeader('Content-Disposition', `attachment; filename="${name}"`);
  const columns = Object.entries(titles).map(([key, header]) => ({ key, header }));
  async function* lines(): AsyncGenerator<string> {
    yield stringify([], { header: true, bom: true, columns });
    for await (const page of pages)
      yield stringify([...page], { columns, cast: { string: (value) => defused(value) } });
  }
  return new StreamableFile(Readable.from(lines()), { type: 'text/csv; charset=utf-8' });
}

/** The same as a list of objects. */
export function streamedJson(
  response: Response,
  name: string,
  pages: AsyncGenerator<readonly object[]>,
): StreamableFile {
  response.setHeader('Content-Disposition', `attachment; filename="${name}"`);
  async function* parts(): AsyncGenerator<string> {
    let before = '[\n';
    for await (const page of pages)
      for (const row of page) {
        yield `${before}${JSON.stringify(row)}`;
        before = ',\n';
      }
    yield before === '[\n' ? '[]\n' : '\n]\n';
  }
  return new StreamableFile(Readable.from(parts()), { type: 'application/json' });
}
