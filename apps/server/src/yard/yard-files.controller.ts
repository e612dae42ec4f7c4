import { Controller, Get, Query, Res, StreamableFile } from '@nestjs/common';
import { ApiOkResponse, ApiProduces, ApiTags } from '@nestjs/swagger';
import { Throttle } from '@nestjs/throttler';
import { stringify } from 'csv-stringify/sync';
import type { Response } from 'express';
import { Readable } from 'node:stream';
import { RequireRole } from '../platform/index.ts';
import { defused } from '../spreadsheets/index.ts';
import { YardQuery } from './yard.dto.ts';
import { type YardRow, YARD_COLUMNS, YardService } from './yard.service.ts';

const columns = Object.entries(YARD_COLUMNS).map(([key, header]) => ({ key, header }));

@ApiTags('yard')
@Controller('exports')
export class YardFilesController {
  constructor(private readonly yard: YardService) {}

  @Get('yard.csv')
  @RequireRole('viewer', { key: 'read' })
  @Throttle({ all: { limit: 20, ttl: 60_000 } })
  @ApiProduces('text/csv')
  @ApiOkResponse({ schema: { type: 'string', format: 'binary' }, description: 'The picture of the yard, worst first.' })
  exportYardCsv(@Query() query: YardQuery, @Res({ passthrough: true }) response: Response): StreamableFile {
    response.setHeader('Content-Disposition', 'attachment; filename="yard.csv"');
    return new StreamableFile(Readable.from(lines(this.yard.rows(query))), { type: 'text/csv; charset=utf-8' });
  }
}

/**
 * Begins with a byte order mark, so that spreadsheets read it as UTF-8; cells that they would run as formulas are
 * escaped.
 */
async function* lines(pages: AsyncGenerator<readonly YardRow[]>): AsyncGenerator<string> {
  yield stringify([], { header: true, bom: true, columns });
  for await (const page of pages) yield stringify([...page], { columns, cast: { string: (value) => defused(value) } });
}
