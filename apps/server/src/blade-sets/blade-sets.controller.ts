import { Body, Controller, Get, HttpCode, Param, Post, Put } from '@nestjs/common';
import { ApiConflictResponse, ApiOkResponse, ApiTags, ApiUnprocessableEntityResponse } from '@nestjs/swagger';
import { IdField, RequireRole, type Result, ProblemDto, valueOf } from '../platform/index.ts';
import type { BladeSetEntity } from './blade-set.entity.ts';
import { BladeSetDto, ChangeBladeSetDto, NewBladeSetDto } from './blade-set.dto.ts';
import { BladeSetsService, type NewBladeSet } from './blade-sets.service.ts';

class SetParam {
  @IdField()
  id!: string;
}

@ApiTags('blade sets')
@Controller('blade-sets')
export class BladeSetsController {
  constructor(private readonly sets: BladeSetsService) {}

  @Get()
  @RequireRole('viewer', { bench: true, key: 'read' })
  @ApiOkResponse({ type: [BladeSetDto] })
  async listBladeSets(): Promise<BladeSetDto[]> {
    return this.sets.dtos(await this.sets.all());
  }

  @Post()
  @HttpCode(200)
  @RequireRole('lead')
  @ApiOkResponse({ type: BladeSetDto })
  @ApiConflictResponse({ type: ProblemDto })
  @ApiUnprocessableEntityResponse({ type: ProblemDto })
  async enterBladeSet(@Body() set: NewBladeSetDto): Promise<BladeSetDto> {
    return this.shown(await this.sets.register(set as NewBladeSet));
  }

  @Put(':id')
  @RequireRole('lead')
  @ApiOkResponse({ type: BladeSetDto })
  @ApiConflictResponse({ type: ProblemDto, description: 'Stale version: `facts` holds the stored set.' })
  @ApiUnprocessableEntityResponse({ type: ProblemDto })
  async changeBladeSet(@Param() { id }: SetParam, @Body() change: ChangeBladeSetDto): Promise<BladeSetDto> {
    return this.shown(await this.sets.change(id, change));
  }

  private async shown(outcome: Result<BladeSetEntity>): Promise<BladeSetDto> {
    const [dto] = await this.sets.dtos([valueOf(outcome)]);
    return dto as BladeSetDto;
  }
}
