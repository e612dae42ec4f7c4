import { Controller, Get, HttpCode, Post, Query, Req, Res, StreamableFile } from '@nestjs/common';
import {
  ApiBody,
  ApiConflictResponse,
  ApiConsumes,
  ApiOkResponse,
  ApiProduces,
  ApiTags,
  ApiUnprocessableEntityResponse,
} from '@nestjs/swagger';
import { Throttle } from '@nestjs/throttler';
import { stringify } from 'csv-stringify/sync';
import type { Request, Response } from 'express';
import { Needs, ProblemDto, fileOf, valueOf } from '../platform/index.ts';
import { CarryOutQuery, ImportPlanDto, ImportQuery } from './import.dto.ts';
import { ImportsService } from './imports.service.ts';
import { UNIT_COLUMNS, unitRow } from './unit-columns.ts';

const Heavy = () => Throttle({ all: { limit: 20, ttl: 60_000 } });

@ApiTags('imports')
@Controller()
export class ImportsController {
  constructor(private readonly imports: ImportsService) {}

  @Post('imports/units/look')
  @HttpCode(200)
  @Needs('lead', { key: 'register' })
  @Heavy()
  @ApiConsumes('application/octet-stream')
  @ApiBody({ schema: { type: 'string', format: 'binary' } })
  @ApiOkResponse({ type: ImportPlanDto, description: 'What the file would do, line by line. Nothing is changed.' })
  @ApiUnprocessableEntityResponse({ type: ProblemDto })
  async lookAtUnits(@Query() { format }: ImportQuery, @Req() request: Request): Promise<ImportPlanDto> {
    return valueOf(await this.imports.planUnits(fileOf(request), format)).shown;
  }

  @Post('imports/units')
  @HttpCode(200)
  @Needs('lead', { key: 'register' })
  @Heavy()
  @ApiConsumes('application/octet-stream')
  @ApiBody({ schema: { type: 'string', format: 'binary' } })
  @ApiOkResponse({ type: ImportPlanDto, description: 'Done, all of it.' })
  @ApiConflictResponse({ type: ProblemDto })
  @ApiUnprocessableEntityResponse({ type: ProblemDto })
  async importUnits(@Query() { format, plan }: CarryOutQuery, @Req() request: Request): Promise<ImportPlanDto> {
    return valueOf(await this.imports.importUnits(fileOf(request), format, plan));
  }

  @Get('exports/units.csv')
  @Needs('viewer', { key: 'look' })
  @Heavy()
  @ApiProduces('text/csv')
  @ApiOkResponse({ schema: { type: 'string', format: 'binary' }, description: 'UTF-8 with commas.' })
  async exportUnitsCsv(@Res({ passthrough: true }) response: Response): Promise<StreamableFile> {
    return csvFile(response, 'units.csv', (await this.imports.units()).map(unitRow));
  }

  @Get('exports/units.json')
  @Needs('viewer', { key: 'look' })
  @Heavy()
  @ApiProduces('application/json')
  @ApiOkResponse({ schema: { type: 'string', format: 'binary' } })
  async exportUnitsJson(@Res({ passthrough: true }) response: Response): Promise<StreamableFile> {
    const rows = (await this.imports.units()).map(unitRow);
    response.setHeader('Content-Disposition', 'attachment; filename="units.json"');
    return new StreamableFile(Buffer.from(`${JSON.stringify(rows, null, 2)}\n`), { type: 'application/json' });
  }

  @Get('exports/units-template.csv')
  @Needs('viewer', { key: 'look' })
  @ApiProduces('text/csv')
  @ApiOkResponse({ schema: { type: 'string', format: 'binary' }, description: 'The titles of the columns.' })
  unitsTemplate(@Res({ passthrough: true }) response: Response): StreamableFile {
    return csvFile(response, 'units-template.csv', []);
  }
}

function csvFile(response: Response, name: string, rows: readonly object[]): StreamableFile {
  response.setHeader('Content-Disposition', `attachment; filename="${name}"`);
  const columns = Object.entries(UNIT_COLUMNS).map(([key, header]) => ({ key, header }));
  // A byte order mark, so that spreadsheets take it for UTF-8; cells that they would run are defused.
  const text = stringify([...rows], { header: true, bom: true, columns, escape_formulas: true });
  return new StreamableFile(Buffer.from(text), { type: 'text/csv; charset=utf-8' });
}
