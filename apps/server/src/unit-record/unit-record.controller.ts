import { Controller, Get, Param } from '@nestjs/common';
import { ApiNotFoundResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { valueAt } from '@sturdy-shim/core';
import { DataSource } from 'typeorm';
import { Clock, ProblemDto, RequireRole, valueOf } from '../platform/index.ts';
import { TagParam, UnitsService } from '../units/index.ts';
import { CoursesDto, coursesDto } from './unit-record.dto.ts';
import { recordsOf } from './whole-record.ts';

/** More checks than a machine has in its life, and more than a drawing can show. */
const MOST_STOPS = 200;

@ApiTags('units')
@Controller('units/:tag/courses')
export class UnitRecordController {
  constructor(
    private readonly database: DataSource,
    private readonly units: UnitsService,
    private readonly clock: Clock,
  ) {}

  @Get()
  @RequireRole('viewer', { bench: true, key: 'read' })
  @ApiOkResponse({ type: CoursesDto })
  @ApiNotFoundResponse({ type: ProblemDto })
  async coursesOfUnit(@Param() { tag }: TagParam): Promise<CoursesDto> {
    const unit = valueOf(await this.units.byTag(tag));
    const records = await recordsOf(this.database.manager, [unit], this.clock.now());
    return coursesDto(valueAt(records, unit.id), MOST_STOPS);
  }
}
