import { Body, Controller, Get, HttpCode, Param, Post, Put } from '@nestjs/common';
import {
  ApiConflictResponse,
  ApiNoContentResponse,
  ApiNotFoundResponse,
  ApiOkResponse,
  ApiTags,
  ApiUnprocessableEntityResponse,
} from '@nestjs/swagger';
import { IdField, ProblemDto, RequireRole, valueOf } from '../platform/index.ts';
import {
  ChangeHourFeedDto,
  FeedPollsDto,
  HourFeedDto,
  HourFeedsDto,
  MatchDto,
  NewHourFeedDto,
  UnmatchedDto,
  feedMachineDto,
  feedPollDto,
  hourFeedDto,
} from './hour-feed.dto.ts';
import { HourFeedsService } from './hour-feeds.service.ts';

class HourFeedParam {
  @IdField()
  id!: string;
}

@ApiTags('gateway')
@Controller('hour-feeds')
export class HourFeedsController {
  constructor(private readonly feeds: HourFeedsService) {}

  @Get()
  @RequireRole('lead')
  @ApiOkResponse({ type: HourFeedsDto })
  async hourFeeds(): Promise<HourFeedsDto> {
    return { feeds: (await this.feeds.all()).map(hourFeedDto) };
  }

  @Post()
  @HttpCode(200)
  @RequireRole('owner')
  @ApiOkResponse({ type: HourFeedDto })
  @ApiConflictResponse({ type: ProblemDto })
  @ApiUnprocessableEntityResponse({ type: ProblemDto })
  async addHourFeed(@Body() feed: NewHourFeedDto): Promise<HourFeedDto> {
    return hourFeedDto(valueOf(await this.feeds.add(feed)));
  }

  @Put(':id')
  @RequireRole('owner')
  @ApiOkResponse({ type: HourFeedDto })
  @ApiConflictResponse({ type: ProblemDto })
  @ApiNotFoundResponse({ type: ProblemDto })
  @ApiUnprocessableEntityResponse({ type: ProblemDto })
  async changeHourFeed(@Param() { id }: HourFeedParam, @Body() change: ChangeHourFeedDto): Promise<HourFeedDto> {
    return hourFeedDto(valueOf(await this.feeds.change(id, change)));
  }

  @Get(':id/polls')
  @RequireRole('lead')
  @ApiOkResponse({ type: FeedPollsDto })
  async feedPolls(@Param() { id }: HourFeedParam): Promise<FeedPollsDto> {
    return { polls: (await this.feeds.polls(id)).map(feedPollDto) };
  }

  @Get(':id/unmatched')
  @RequireRole('lead')
  @ApiOkResponse({ type: UnmatchedDto, description: 'Machines that it names and that are no unit yet.' })
  async unmatchedMachines(@Param() { id }: HourFeedParam): Promise<UnmatchedDto> {
    return { machines: (await this.feeds.unmatched(id)).map(feedMachineDto) };
  }

  @Post(':id/match')
  @HttpCode(204)
  @RequireRole('lead')
  @ApiNoContentResponse()
  @ApiNotFoundResponse({ type: ProblemDto })
  async matchMachine(@Param() { id }: HourFeedParam, @Body() match: MatchDto): Promise<void> {
    valueOf(await this.feeds.match(id, match));
  }
}
