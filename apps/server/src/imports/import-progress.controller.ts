import { Controller, Get, Query } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { RequireRole } from '../platform/index.ts';
import { ImportProgress } from './import-progress.ts';
import { ImportProgressDto, ProgressQuery } from './import.dto.ts';

@ApiTags('imports')
@Controller('imports')
export class ImportProgressController {
  constructor(private readonly progress: ImportProgress) {}

  @Get('progress')
  @RequireRole('lead', { key: 'register' })
  @ApiOkResponse({ type: ImportProgressDto, description: 'How far the import of a plan has come.' })
  importProgress(@Query() { plan }: ProgressQuery): ImportProgressDto {
    return this.progress.of(plan);
  }
}
