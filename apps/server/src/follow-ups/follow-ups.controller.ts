import { Body, Controller, Get, HttpCode, Param, Post, Query } from '@nestjs/common';
import { ApiConflictResponse, ApiNotFoundResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { ProblemDto, RequireRole, valueOf } from '../platform/index.ts';
import { TagParam } from '../units/index.ts';
import {
  CloseFollowUpDto,
  FollowUpDto,
  FollowUpParam,
  FollowUpsDto,
  FollowUpsQuery,
  followUpDto,
} from './follow-up.dto.ts';
import { FollowUpsService } from './follow-ups.service.ts';

@ApiTags('follow-ups')
@Controller()
export class FollowUpsController {
  constructor(private readonly followUps: FollowUpsService) {}

  @Get('follow-ups')
  @RequireRole('viewer', { bench: true, key: 'read' })
  @ApiOkResponse({ type: FollowUpsDto, description: 'Everything that checks left open, in the whole shop.' })
  async openFollowUps(@Query() { cursor }: FollowUpsQuery): Promise<FollowUpsDto> {
    return valueOf(await this.followUps.open(cursor));
  }

  @Get('units/:tag/follow-ups')
  @RequireRole('viewer', { bench: true, key: 'read' })
  @ApiOkResponse({ type: [FollowUpDto], description: 'Open ones first, then the latest closed.' })
  @ApiNotFoundResponse({ type: ProblemDto })
  async followUpsOfUnit(@Param() { tag }: TagParam): Promise<FollowUpDto[]> {
    return valueOf(await this.followUps.ofUnit(tag)).map(followUpDto);
  }

  @Post('follow-ups/:id/close')
  @HttpCode(200)
  @RequireRole('technician', { bench: true })
  @ApiOkResponse({ type: FollowUpDto })
  @ApiNotFoundResponse({ type: ProblemDto })
  @ApiConflictResponse({ type: ProblemDto })
  async closeFollowUp(@Param() { id }: FollowUpParam, @Body() { note = '' }: CloseFollowUpDto): Promise<FollowUpDto> {
    return followUpDto(valueOf(await this.followUps.close(id, note)));
  }
}
