import { Body, Controller, Get, HttpCode, Post, Query } from '@nestjs/common';
import {
  ApiBadRequestResponse,
  ApiConflictResponse,
  ApiNoContentResponse,
  ApiOkResponse,
  ApiTags,
  ApiUnprocessableEntityResponse,
} from '@nestjs/swagger';
import { AuditedTransaction, ProblemDto, RequireRole, enteredByActor, valueOf } from '../platform/index.ts';
import { ReadingBatch, readingDto } from '../readings/index.ts';
import {
  HoursOverviewDto,
  ReadingsDto,
  RecordedManyDto,
  SuspectsDto,
  SuspectsQuery,
  WalkDto,
  WalkOrderDto,
  WalkQuery,
} from './hours.dto.ts';
import { SuspectsService } from './suspects.service.ts';
import { WalkService } from './walk.service.ts';

@ApiTags('hours')
@Controller('hours')
export class HoursController {
  constructor(
    private readonly walks: WalkService,
    private readonly suspects: SuspectsService,
    private readonly batch: ReadingBatch,
    private readonly transaction: AuditedTransaction,
  ) {}

  @Get()
  @RequireRole('viewer', { bench: true, key: 'read' })
  @ApiOkResponse({ type: HoursOverviewDto })
  hoursOverview(): Promise<HoursOverviewDto> {
    return this.walks.overview();
  }

  @Get('walk')
  @RequireRole('viewer', { bench: true, key: 'read' })
  @ApiOkResponse({ type: WalkDto, description: 'The meters of a site in walking order, page by page.' })
  @ApiBadRequestResponse({ type: ProblemDto })
  async walk(@Query() query: WalkQuery): Promise<WalkDto> {
    return valueOf(await this.walks.walk(query));
  }

  @Post('walk/order')
  @HttpCode(204)
  @RequireRole('technician', { bench: true })
  @ApiNoContentResponse()
  @ApiUnprocessableEntityResponse({ type: ProblemDto })
  async orderWalk(@Body() order: WalkOrderDto): Promise<void> {
    valueOf(await this.walks.move(order));
  }

  @Post('readings')
  @HttpCode(200)
  @RequireRole('technician', { bench: true, key: 'readings' })
  @ApiOkResponse({
    type: RecordedManyDto,
    description: 'Each for itself: one that is refused does not keep others out.',
  })
  @ApiConflictResponse({ type: ProblemDto })
  async recordReadings(@Body() { readings, by }: ReadingsDto): Promise<RecordedManyDto> {
    valueOf(enteredByActor(by));
    const outcomes = await this.transaction.run((manager) => this.batch.recordIn(manager, readings));
    return {
      outcomes: outcomes.map((each, index) => ({
        id: readings[index]?.id ?? '',
        reading: each.ok ? readingDto(each.reading) : null,
        refusal: each.ok ? '' : `${each.refusal.detail} ${each.refusal.remedy}`,
      })),
    };
  }

  @Get('suspects')
  @RequireRole('viewer', { bench: true, key: 'read' })
  @ApiOkResponse({ type: SuspectsDto, description: 'Readings that do not add up, the latest first.' })
  @ApiBadRequestResponse({ type: ProblemDto })
  async suspectReadings(@Query() { cursor }: SuspectsQuery): Promise<SuspectsDto> {
    return valueOf(await this.suspects.page(cursor));
  }
}
