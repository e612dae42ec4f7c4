import { Controller, Query, Req, Res, type StreamableFile } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import type { Request, Response } from 'express';
import { BladeSetsService } from '../../blade-sets/index.ts';
import { fileOf, valueOf } from '../../platform/index.ts';
import { CarriesOutFile, GivesFile, PreviewsFile, csvFile, jsonFile } from '../files.ts';
import { CarryOutQuery, ImportPlanDto, ImportQuery } from '../import.dto.ts';
import { BLADE_COLUMNS, bladeRows } from './blade-columns.ts';
import { BladeSetsImport } from './blade-sets-import.ts';

@ApiTags('imports')
@Controller()
export class BladeSetsFilesController {
  constructor(
    private readonly files: BladeSetsImport,
    private readonly sets: BladeSetsService,
  ) {}

  @PreviewsFile('blade-sets')
  async previewBladeSets(@Query() { format }: ImportQuery, @Req() request: Request): Promise<ImportPlanDto> {
    return valueOf(await this.files.preview(fileOf(request), format));
  }

  @CarriesOutFile('blade-sets')
  async importBladeSets(@Query() { format, plan }: CarryOutQuery, @Req() request: Request): Promise<ImportPlanDto> {
    return valueOf(await this.files.carryOut(fileOf(request), format, plan));
  }

  @GivesFile('blade-sets.csv', 'text/csv', 'UTF-8 with commas, one blade a row.')
  async exportBladeSetsCsv(@Res({ passthrough: true }) response: Response): Promise<StreamableFile> {
    return csvFile(response, 'blade-sets.csv', BLADE_COLUMNS, (await this.sets.all()).flatMap(bladeRows));
  }

  @GivesFile('blade-sets.json', 'application/json', 'A list of objects, one blade each.')
  async exportBladeSetsJson(@Res({ passthrough: true }) response: Response): Promise<StreamableFile> {
    return jsonFile(response, 'blade-sets.json', (await this.sets.all()).flatMap(bladeRows));
  }

  @GivesFile('blade-sets-template.csv', 'text/csv', 'The titles of the columns.')
  bladeSetsTemplate(@Res({ passthrough: true }) response: Response): StreamableFile {
    return csvFile(response, 'blade-sets-template.csv', BLADE_COLUMNS, []);
  }
}
