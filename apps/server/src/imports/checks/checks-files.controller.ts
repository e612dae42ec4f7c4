import { Controller, Query, Req, Res, StreamableFile } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import type { Request, Response } from 'express';
import { fileOf, valueOf } from '../../platform/index.ts';
import { streamedCsv, streamedJson } from '../../spreadsheets/index.ts';
import { CarriesOutFile, GivesFile, PreviewsFile, csvFile } from '../files.ts';
import { CarryOutQuery, ImportPlanDto, ImportQuery } from '../import.dto.ts';
import { CHECK_COLUMNS } from './check-columns.ts';
import { ChecksImport } from './checks-import.ts';

@ApiTags('imports')
@Controller()
export class ChecksFilesController {
  constructor(private readonly files: ChecksImport) {}

  @PreviewsFile('checks')
  async previewChecks(@Query() { format }: ImportQuery, @Req() request: Request): Promise<ImportPlanDto> {
    return valueOf(await this.files.preview(fileOf(request), format));
  }

  @CarriesOutFile('checks')
  async importChecks(@Query() { format, plan }: CarryOutQuery, @Req() request: Request): Promise<ImportPlanDto> {
    return valueOf(await this.files.carryOut(fileOf(request), format, plan));
  }

  @GivesFile('checks.csv', 'text/csv', 'UTF-8 with commas, one valve of a check a row.')
  exportChecksCsv(@Res({ passthrough: true }) response: Response): StreamableFile {
    return streamedCsv(response, 'checks.csv', CHECK_COLUMNS, this.files.pages());
  }

  @GivesFile('checks.json', 'application/json', 'A list of objects, one valve of a check each.')
  exportChecksJson(@Res({ passthrough: true }) response: Response): StreamableFile {
    return streamedJson(response, 'checks.json', this.files.pages());
  }

  @GivesFile('checks-template.csv', 'text/csv', 'The titles of the columns.')
  checksTemplate(@Res({ passthrough: true }) response: Response): StreamableFile {
    return csvFile(response, 'checks-template.csv', CHECK_COLUMNS, []);
  }
}
