import { Body, Controller, Get, HttpCode, Param, Post, Query, Req, Res, type StreamableFile } from '@nestjs/common';
import {
  ApiBody,
  ApiConsumes,
  ApiNotFoundResponse,
  ApiOkResponse,
  ApiTags,
  ApiUnprocessableEntityResponse,
} from '@nestjs/swagger';
import { Throttle } from '@nestjs/throttler';
import type { Request, Response } from 'express';
import { IdField, ProblemDto, RequireRole, TakesStream, valueOf } from '../../platform/index.ts';
import { GivesFile, csvFile } from '../files.ts';
import { READING_COLUMNS } from './reading-row.ts';
import {
  ReadFileQuery,
  ReadingsImportDto,
  ReadingsImportsDto,
  StartImportDto,
  readingsImportDto,
} from './readings-import.dto.ts';
import { ReadingsImport } from './readings-import.service.ts';

class ImportParam {
  @IdField()
  id!: string;
}

@ApiTags('imports')
@Controller()
export class ReadingsFilesController {
  constructor(private readonly readings: ReadingsImport) {}

  @Post('imports/readings')
  @HttpCode(200)
  @RequireRole('lead', { key: 'readings' })
  @Throttle({ all: { limit: 20, ttl: 60_000 } })
  @TakesStream()
  @ApiConsumes('application/octet-stream')
  @ApiBody({ schema: { type: 'string', format: 'binary' } })
  @ApiOkResponse({ type: ReadingsImportDto, description: 'The file is read and waits; nothing came in yet.' })
  @ApiUnprocessableEntityResponse({ type: ProblemDto })
  async readReadings(@Query() { name = '' }: ReadFileQuery, @Req() request: Request): Promise<ReadingsImportDto> {
    return readingsImportDto(valueOf(await this.readings.read(request, name)));
  }

  @Get('imports/readings')
  @RequireRole('lead', { key: 'readings' })
  @ApiOkResponse({ type: ReadingsImportsDto })
  async readingsImports(): Promise<ReadingsImportsDto> {
    return { files: (await this.readings.recent()).map(readingsImportDto) };
  }

  @Get('imports/readings/:id')
  @RequireRole('lead', { key: 'readings' })
  @ApiOkResponse({ type: ReadingsImportDto, description: 'How far it has come.' })
  @ApiNotFoundResponse({ type: ProblemDto })
  async readingsImport(@Param() { id }: ImportParam): Promise<ReadingsImportDto> {
    return readingsImportDto(valueOf(await this.readings.byId(id)));
  }

  @Post('imports/readings/:id/start')
  @HttpCode(200)
  @RequireRole('lead', { key: 'readings' })
  @ApiOkResponse({ type: ReadingsImportDto, description: 'A job lets them in.' })
  @ApiUnprocessableEntityResponse({ type: ProblemDto })
  async importReadings(
    @Param() { id }: ImportParam,
    @Body() { withoutRefused }: StartImportDto,
  ): Promise<ReadingsImportDto> {
    return readingsImportDto(valueOf(await this.readings.start(id, withoutRefused)));
  }

  @Post('imports/readings/:id/cancel')
  @HttpCode(200)
  @RequireRole('lead', { key: 'readings' })
  @ApiOkResponse({ type: ReadingsImportDto, description: 'What came in stays; the rest does not come any more.' })
  @ApiNotFoundResponse({ type: ProblemDto })
  async cancelReadings(@Param() { id }: ImportParam): Promise<ReadingsImportDto> {
    return readingsImportDto(valueOf(await this.readings.cancel(id)));
  }

  @GivesFile('readings-template.csv', 'text/csv', 'The titles of the columns.')
  readingsTemplate(@Res({ passthrough: true }) response: Response): StreamableFile {
    return csvFile(response, 'readings-template.csv', READING_COLUMNS, []);
  }
}
