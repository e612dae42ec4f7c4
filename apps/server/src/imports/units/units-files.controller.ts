import { Controller, Query, Req, Res, type StreamableFile } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import type { Request, Response } from 'express';
import { fileOf, valueOf } from '../../platform/index.ts';
import { CarriesOutFile, GivesFile, PreviewsFile, csvFile, jsonFile } from '../files.ts';
import { CarryOutQuery, ImportPlanDto, ImportQuery } from '../import.dto.ts';
import { UNIT_COLUMNS, unitRow } from './unit-columns.ts';
import { UnitsImport } from './units-import.ts';

@ApiTags('imports')
@Controller()
export class UnitsFilesController {
  constructor(private readonly units: UnitsImport) {}

  @PreviewsFile('units')
  async previewUnits(@Query() { format }: ImportQuery, @Req() request: Request): Promise<ImportPlanDto> {
    return valueOf(await this.units.preview(fileOf(request), format));
  }

  @CarriesOutFile('units')
  async importUnits(@Query() { format, plan }: CarryOutQuery, @Req() request: Request): Promise<ImportPlanDto> {
    return valueOf(await this.units.carryOut(fileOf(request), format, plan));
  }

  @GivesFile('units.csv', 'text/csv', 'UTF-8 with commas.')
  async exportUnitsCsv(@Res({ passthrough: true }) response: Response): Promise<StreamableFile> {
    return csvFile(response, 'units.csv', UNIT_COLUMNS, (await this.units.all()).map(unitRow));
  }

  @GivesFile('units.json', 'application/json', 'A list of objects.')
  async exportUnitsJson(@Res({ passthrough: true }) response: Response): Promise<StreamableFile> {
    return jsonFile(response, 'units.json', (await this.units.all()).map(unitRow));
  }

  @GivesFile('units-template.csv', 'text/csv', 'The titles of the columns.')
  unitsTemplate(@Res({ passthrough: true }) response: Response): StreamableFile {
    return csvFile(response, 'units-template.csv', UNIT_COLUMNS, []);
  }
}
