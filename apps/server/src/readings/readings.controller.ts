import { Body, Controller, Get, HttpCode, Param, Post } from '@nestjs/common';
import {
  ApiConflictResponse,
  ApiNotFoundResponse,
  ApiOkResponse,
  ApiTags,
  ApiUnprocessableEntityResponse,
} from '@nestjs/swagger';
import { IdField, RequireRole, ProblemDto, valueOf } from '../platform/index.ts';
import { TagParam } from '../units/index.ts';
import {
  AmendReadingDto,
  NewReadingDto,
  ReadingDto,
  SettleReadingDto,
  SettleManyDto,
  SettledManyDto,
  MeterDto,
  meterDto,
  readingDto,
} from './reading.dto.ts';
import { ReadingsTogether } from './readings-together.ts';
import { ReadingsService } from './readings.service.ts';

class ReadingParam {
  @IdField()
  id!: string;
}

/** Number of readings on a unit's page; older ones stay stored. */
const SHOWN = 40;

@ApiTags('readings')
@Controller()
export class ReadingsController {
  constructor(
    private readonly readings: ReadingsService,
    private readonly together: ReadingsTogether,
  ) {}

  @Get('units/:tag/readings')
  @RequireRole('viewer', { bench: true, key: 'read' })
  @ApiOkResponse({ type: [ReadingDto], description: 'Newest first, the last 40.' })
  @ApiNotFoundResponse({ type: ProblemDto })
  async readingsOfUnit(@Param() { tag }: TagParam): Promise<ReadingDto[]> {
    return valueOf(await this.readings.ofUnit(tag, SHOWN)).map(readingDto);
  }

  @Get('units/:tag/meters')
  @RequireRole('viewer', { bench: true, key: 'read' })
  @ApiOkResponse({ type: [MeterDto], description: 'What is known of its hour meters, the first first.' })
  @ApiNotFoundResponse({ type: ProblemDto })
  async metersOfUnit(@Param() { tag }: TagParam): Promise<MeterDto[]> {
    return valueOf(await this.readings.metersOf(tag)).map(meterDto);
  }

  @Post('units/:tag/readings')
  @HttpCode(200)
  @RequireRole('technician', { bench: true, key: 'readings' })
  @ApiOkResponse({ type: ReadingDto, description: 'Kept. `suspect` readings do not move the hours.' })
  @ApiConflictResponse({ type: ProblemDto })
  async recordReading(@Param() { tag }: TagParam, @Body() reading: NewReadingDto): Promise<ReadingDto> {
    return readingDto(valueOf(await this.together.record(tag, reading)));
  }

  @Post('readings/:id/settle')
  @HttpCode(200)
  @RequireRole('lead')
  @ApiOkResponse({ type: ReadingDto })
  @ApiConflictResponse({ type: ProblemDto })
  @ApiUnprocessableEntityResponse({ type: ProblemDto })
  async settleReading(@Param() { id }: ReadingParam, @Body() decision: SettleReadingDto): Promise<ReadingDto> {
    return readingDto(valueOf(await this.readings.settle(id, decision)));
  }

  @Post('readings/settle')
  @HttpCode(200)
  @RequireRole('lead')
  @ApiOkResponse({
    type: SettledManyDto,
    description: 'Each for itself: one that is refused does not hold up the others.',
  })
  async settleReadings(@Body() { settlements }: SettleManyDto): Promise<SettledManyDto> {
    const outcomes = await this.readings.settleMany(settlements);
    return {
      outcomes: [...outcomes].map(([id, outcome]) => ({
        id,
        settled: outcome.ok,
        refusal: outcome.ok ? '' : `${outcome.refusal.detail} ${outcome.refusal.remedy}`,
      })),
    };
  }

  @Post('readings/:id/reopen')
  @HttpCode(200)
  @RequireRole('lead')
  @ApiOkResponse({ type: ReadingDto, description: 'The settlement is taken back; the reading waits again.' })
  @ApiConflictResponse({ type: ProblemDto })
  async reopenReading(@Param() { id }: ReadingParam): Promise<ReadingDto> {
    return readingDto(valueOf(await this.readings.reopen(id)));
  }

  @Post('readings/:id/amend')
  @HttpCode(200)
  @RequireRole('lead')
  @ApiOkResponse({
    type: ReadingDto,
    description: 'What the meter showed stays; whether it counts is changed, with the reason.',
  })
  @ApiConflictResponse({ type: ProblemDto })
  async amendReading(@Param() { id }: ReadingParam, @Body() amendment: AmendReadingDto): Promise<ReadingDto> {
    return readingDto(valueOf(await this.readings.amend(id, amendment)));
  }
}
