import { Controller, Get, Query, Res, type StreamableFile } from '@nestjs/common';
import { ApiOkResponse, ApiProduces, ApiTags } from '@nestjs/swagger';
import { Throttle } from '@nestjs/throttler';
import type { Response } from 'express';
import { RequireRole } from '../platform/index.ts';
import { streamedCsv } from '../spreadsheets/index.ts';
import { YardQuery } from './yard.dto.ts';
import { YARD_COLUMNS, YardService } from './yard.service.ts';

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
    return streamedCsv(response, 'yard.csv', YARD_COLUMNS, this.yard.rows(query));
  }
}
