import { Controller, Get, Param } from '@nestjs/common';
import { ApiNotFoundResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { Clock, RequireRole, ProblemDto, valueOf } from '../platform/index.ts';
import { TagParam, UnitsService } from '../units/index.ts';
import { RecomputingDto, UnitStatusDto, unitStatusDto } from './unit-status.dto.ts';
import { StatusService } from './status.service.ts';

@ApiTags('statuses')
@Controller()
export class StatusController {
  constructor(
    private readonly units: UnitsService,
    private readonly statuses: StatusService,
    private readonly clock: Clock,
  ) {}

  @Get('units/:tag/status')
  @RequireRole('viewer', { bench: true, key: 'read' })
  @ApiOkResponse({ type: UnitStatusDto })
  @ApiNotFoundResponse({ type: ProblemDto })
  async unitStatus(@Param() { tag }: TagParam): Promise<UnitStatusDto> {
    const unit = valueOf(await this.units.byTag(tag));
    return unitStatusDto(valueOf(await this.statuses.ofUnit(unit.id)), this.clock.now());
  }

  @Get('statuses/recomputing')
  @RequireRole('owner')
  @ApiOkResponse({ type: RecomputingDto, description: 'How many units are still being computed again.' })
  async recomputing(): Promise<RecomputingDto> {
    return { units: await this.statuses.waiting() };
  }
}
