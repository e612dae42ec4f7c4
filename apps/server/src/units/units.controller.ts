import { Controller, Get, Param, Query } from '@nestjs/common';
import { ApiNotFoundResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { ProblemDto, valueOf } from '../platform/index.ts';
import { FindQuery, TagParam, UnitDto, UnitLineDto } from './unit.dto.ts';
import { UnitsService, unitDto } from './units.service.ts';

@ApiTags('units')
@Controller('units')
export class UnitsController {
  constructor(private readonly units: UnitsService) {}

  @Get()
  @ApiOkResponse({ type: [UnitLineDto] })
  findUnits(@Query() { find }: FindQuery): Promise<UnitLineDto[]> {
    return this.units.find(find);
  }

  @Get(':tag')
  @ApiOkResponse({ type: UnitDto })
  @ApiNotFoundResponse({ type: ProblemDto })
  async unit(@Param() { tag }: TagParam): Promise<UnitDto> {
    return unitDto(valueOf(await this.units.byTag(tag)));
  }
}
