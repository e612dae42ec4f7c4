import { Controller, Get, Query } from '@nestjs/common';
import { ApiBadRequestResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { RequireRole, ProblemDto, valueOf } from '../platform/index.ts';
import { LaneUnitsDto, LaneUnitsQuery, LanesQuery, QueueDto, QueueQuery, WaitingDto, YardDto } from './yard.dto.ts';
import { LanesService } from './lanes.service.ts';
import { YardService } from './yard.service.ts';

@ApiTags('yard')
@Controller('yard')
@ApiBadRequestResponse({ type: ProblemDto })
export class YardController {
  constructor(
    private readonly service: YardService,
    private readonly lanes: LanesService,
  ) {}

  @Get()
  @RequireRole('viewer', { bench: true, key: 'read' })
  @ApiOkResponse({ type: YardDto })
  yard(@Query() query: LanesQuery): Promise<YardDto> {
    return this.lanes.yard(query);
  }

  @Get('units')
  @RequireRole('viewer', { bench: true, key: 'read' })
  @ApiOkResponse({ type: LaneUnitsDto, description: 'Units in the order of an axis: what a lane shows, as a list.' })
  async laneUnits(@Query() query: LaneUnitsQuery): Promise<LaneUnitsDto> {
    return valueOf(await this.lanes.units(query));
  }

  @Get('waiting')
  @RequireRole('viewer', { bench: true, key: 'read' })
  @ApiOkResponse({ type: WaitingDto, description: 'How much waits at each place.' })
  waiting(): Promise<WaitingDto> {
    return this.service.waiting();
  }

  @Get('queue')
  @RequireRole('viewer', { bench: true, key: 'read' })
  @ApiOkResponse({ type: QueueDto, description: 'What goes to the bench next, worst first.' })
  async queue(@Query() query: QueueQuery): Promise<QueueDto> {
    return valueOf(await this.service.queue(query));
  }
}
