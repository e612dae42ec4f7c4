import { Controller, Query, Req, Res, type StreamableFile } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import type { Request, Response } from 'express';
import { FamiliesService } from '../../families/index.ts';
import { fileOf, valueOf } from '../../platform/index.ts';
import { CarriesOutFile, GivesFile, PreviewsFile, csvFile, jsonFile } from '../files.ts';
import { CarryOutQuery, ImportPlanDto, ImportQuery } from '../import.dto.ts';
import { FAMILY_COLUMNS, familyRow } from './family-columns.ts';
import { FamiliesImport } from './families-import.ts';

@ApiTags('imports')
@Controller()
export class FamiliesFilesController {
  constructor(
    private readonly files: FamiliesImport,
    private readonly families: FamiliesService,
  ) {}

  @PreviewsFile('families')
  async previewFamilies(@Query() { format }: ImportQuery, @Req() request: Request): Promise<ImportPlanDto> {
    return valueOf(await this.files.preview(fileOf(request), format));
  }

  @CarriesOutFile('families')
  async importFamilies(@Query() { format, plan }: CarryOutQuery, @Req() request: Request): Promise<ImportPlanDto> {
    return valueOf(await this.files.carryOut(fileOf(request), format, plan));
  }

  @GivesFile('families.csv', 'text/csv', 'UTF-8 with commas; of the sources the one in use.')
  async exportFamiliesCsv(@Res({ passthrough: true }) response: Response): Promise<StreamableFile> {
    return csvFile(response, 'families.csv', FAMILY_COLUMNS, (await this.families.all()).map(familyRow));
  }

  @GivesFile('families.json', 'application/json', 'A list of objects; of the sources the one in use.')
  async exportFamiliesJson(@Res({ passthrough: true }) response: Response): Promise<StreamableFile> {
    return jsonFile(response, 'families.json', (await this.families.all()).map(familyRow));
  }

  @GivesFile('families-template.csv', 'text/csv', 'The titles of the columns.')
  familiesTemplate(@Res({ passthrough: true }) response: Response): StreamableFile {
    return csvFile(response, 'families-template.csv', FAMILY_COLUMNS, []);
  }
}
