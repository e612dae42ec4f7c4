import { Controller, Get, Param } from '@nestjs/common';
import { ApiNotFoundResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { RequireRole, ProblemDto, valueOf } from '../platform/index.ts';
import { TagParam, UnitsService } from '../units/index.ts';
import { StandingDto, standingDto } from './standing.dto.ts';
import { StandingsService } from './standings.service.ts';

@ApiTags('standings')
@Controller('units/:tag/standing')
export class StandingsController {
  constructor(
    private readonly units: UnitsService,
    private readonly standings: StandingsService,
  ) {}

  @Get()
  @RequireRole('viewer', { bench: true, key: 'look' })
  @ApiOkResponse({ type: StandingDto })
  @ApiNotFoundResponse({ type: ProblemDto })
  async standing(@Param() { tag }: TagParam): Promise<StandingDto> {
    const unit = valueOf(await this.units.byTag(tag));
    return standingDto(valueOf(await this.standings.ofUnit(unit.id)));
  }
}
