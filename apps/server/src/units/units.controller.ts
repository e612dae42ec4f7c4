import { Controller, Get, Param, Query } from '@nestjs/common';
import { ApiNotFoundResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { Needs, ProblemDto, valueOf } from '../platform/index.ts';
import { FindQuery, TagParam, UnitDto, UnitLineDto } from './unit.dto.ts';
import { UnitsService, unitDto } from './units.service.ts';

@ApiTags('units')
@Controller('units')
export class UnitsController {
  constructor(private readonly units: UnitsService) {}

  @Get()
  @Needs('viewer', { bench: true, key: 'look' })
  @ApiOkResponse({ type: [UnitLineDto] })
  findUnits(@Query() { find }: FindQuery): Promise<UnitLineDto[]> {
    return this.units.find(find);
  }

  @Get(':tag')
  @Needs('viewer', { bench: true, key: 'look' })
  @ApiOkResponse({ type: UnitDto })
  @ApiNotFoundResponse({ type: ProblemDto })
  async unit(@Param() { tag }: TagParam): Promise<UnitDto> {
    return unitDto(valueOf(await this.units.byTag(tag)));
  }
}
