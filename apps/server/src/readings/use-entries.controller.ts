import { Body, Controller, Get, HttpCode, Param, Post } from '@nestjs/common';
import {
  ApiConflictResponse,
  ApiNotFoundResponse,
  ApiOkResponse,
  ApiTags,
  ApiUnprocessableEntityResponse,
} from '@nestjs/swagger';
import { IdField, ProblemDto, RequireRole, valueOf } from '../platform/index.ts';
import { TagParam } from '../units/index.ts';
import { NewUseEntryDto, UseEntryDto, useEntryDto } from './use-entry.dto.ts';
import { UseEntriesService } from './use-entries.service.ts';

class EntryParam {
  @IdField()
  id!: string;
}

@ApiTags('use')
@Controller()
export class UseEntriesController {
  constructor(private readonly entries: UseEntriesService) {}

  @Get('units/:tag/use')
  @RequireRole('viewer', { bench: true, key: 'read' })
  @ApiOkResponse({ type: [UseEntryDto], description: 'What a unit without a meter did, the latest first.' })
  @ApiNotFoundResponse({ type: ProblemDto })
  async useOfUnit(@Param() { tag }: TagParam): Promise<UseEntryDto[]> {
    return valueOf(await this.entries.ofUnit(tag)).map(useEntryDto);
  }

  @Post('units/:tag/use')
  @HttpCode(200)
  @RequireRole('technician', { bench: true, key: 'readings' })
  @ApiOkResponse({ type: UseEntryDto })
  @ApiConflictResponse({ type: ProblemDto })
  @ApiUnprocessableEntityResponse({ type: ProblemDto })
  async enterUse(@Param() { tag }: TagParam, @Body() entry: NewUseEntryDto): Promise<UseEntryDto> {
    return useEntryDto(valueOf(await this.entries.enter(tag, entry)));
  }

  @Post('use/:id/void')
  @HttpCode(200)
  @RequireRole('lead')
  @ApiOkResponse({ type: UseEntryDto, description: 'It stays on record and does not count any more.' })
  @ApiNotFoundResponse({ type: ProblemDto })
  async voidUse(@Param() { id }: EntryParam): Promise<UseEntryDto> {
    return useEntryDto(valueOf(await this.entries.void(id)));
  }
}
