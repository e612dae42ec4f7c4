import { Get, HttpCode, Post, StreamableFile, applyDecorators } from '@nestjs/common';
import {
  ApiBody,
  ApiConflictResponse,
  ApiConsumes,
  ApiOkResponse,
  ApiProduces,
  ApiUnprocessableEntityResponse,
} from '@nestjs/swagger';
import { Throttle } from '@nestjs/throttler';
import { stringify } from 'csv-stringify/sync';
import type { Response } from 'express';
import { RequireRole, ProblemDto, TakesBytes } from '../platform/index.ts';
import { defused } from '../spreadsheets/index.ts';
import { ImportPlanDto } from './import.dto.ts';

const Heavy = () => Throttle({ all: { limit: 20, ttl: 60_000 } });
/** A file of 20 000 rows fits. */
const MAX_BYTES = 5_000_000;

const FILE = { schema: { type: 'string', format: 'binary' } } as const;

const TakesFile = (path: string, description: string) =>
  applyDecorators(
    Post(path),
    HttpCode(200),
    RequireRole('lead', { key: 'register' }),
    Heavy(),
    TakesBytes(MAX_BYTES),
    ApiConsumes('application/octet-stream'),
    ApiBody(FILE),
    ApiOkResponse({ type: ImportPlanDto, description }),
    ApiUnprocessableEntityResponse({ type: ProblemDto }),
  );

export const PreviewsFile = (things: string) =>
  TakesFile(`imports/${things}/preview`, 'What the file would do, line by line. Nothing is changed.');

export const CarriesOutFile = (things: string) =>
  applyDecorators(TakesFile(`imports/${things}`, 'Done, all of it.'), ApiConflictResponse({ type: ProblemDto }));

export const GivesFile = (name: string, mediaType: 'text/csv' | 'application/json', description: string) =>
  applyDecorators(
    Get(`exports/${name}`),
    RequireRole('viewer', { key: 'read' }),
    Heavy(),
    ApiProduces(mediaType),
    ApiOkResponse({ ...FILE, description }),
  );

/** Rows for a spreadsheet: UTF-8 with commas. */
export function csvFile(
  response: Response,
  name: string,
  titles: Readonly<Record<string, string>>,
  rows: readonly object[],
): StreamableFile {
  response.setHeader('Content-Disposition', `attachment; filename="${name}"`);
  const columns = Object.entries(titles).map(([key, header]) => ({ key, header }));
  // A byte order mark, so that spreadsheets read it as UTF-8; cells that they would run as formulas are escaped.
  const text = stringify([...rows], { header: true, bom: true, columns, cast: { string: (value) => defused(value) } });
  return new StreamableFile(Buffer.from(text), { type: 'text/csv; charset=utf-8' });
}

export function jsonFile(response: Response, name: string, rows: readonly object[]): StreamableFile {
  response.setHeader('Content-Disposition', `attachment; filename="${name}"`);
  return new StreamableFile(Buffer.from(`${JSON.stringify(rows, null, 2)}\n`), { type: 'application/json' });
}
