import { Controller, Get, Query, Res, StreamableFile } from '@nestjs/common';
import { ApiNotFoundResponse, ApiOkResponse, ApiProduces, ApiTags } from '@nestjs/swagger';
import { Throttle } from '@nestjs/throttler';
import { stringify } from 'csv-stringify/sync';
import type { Response } from 'express';
import { Readable } from 'node:stream';
import { RequireRole, ProblemDto, valueOf } from '../platform/index.ts';
import { defused } from '../spreadsheets/index.ts';
import { AuditExportQuery, AuditPageDto, AuditQuery } from './audit-log.dto.ts';
import { AuditLogService, EXPORT_COLUMNS, type ExportedEntry } from './audit-log.service.ts';

@ApiTags('record')
@Controller('audit-log')
@ApiNotFoundResponse({ type: ProblemDto })
export class AuditLogController {
  constructor(private readonly record: AuditLogService) {}

  @Get()
  @RequireRole('lead')
  @ApiOkResponse({ type: AuditPageDto })
  async auditLog(@Query() { before, ...filter }: AuditQuery): Promise<AuditPageDto> {
    return valueOf(await this.record.page(filter, before ?? null));
  }

  @Get('export.csv')
  @RequireRole('lead')
  @Throttle({ all: { limit: 10, ttl: 60_000 } })
  @ApiProduces('text/csv')
  @ApiOkResponse({ schema: { type: 'string', format: 'binary' }, description: 'Newest first, UTF-8 with commas.' })
  async exportAuditLog(
    @Query() filter: AuditExportQuery,
    @Res({ passthrough: true }) response: Response,
  ): Promise<StreamableFile> {
    const entries = valueOf(await this.record.export(filter));
    response.setHeader('Content-Disposition', 'attachment; filename="record.csv"');
    const text = Readable.from(csvOf(entries));
    return new StreamableFile(text, { type: 'text/csv; charset=utf-8' });
  }
}

/** Streamed in slices; a cell that a spreadsheet would run as a formula gets an apostrophe. */
async function* csvOf(slices: AsyncGenerator<ExportedEntry[]>): AsyncGenerator<string> {
  const cast = { string: (value: string) => defused(value) };
  yield stringify([], { header: true, bom: true, columns: [...EXPORT_COLUMNS] });
  for await (const slice of slices) yield stringify(slice, { columns: [...EXPORT_COLUMNS], cast });
}
