import { Body, Controller, Get, HttpCode, Param, Post, Res } from '@nestjs/common';
import {
  ApiNoContentResponse,
  ApiNotFoundResponse,
  ApiOkResponse,
  ApiProduces,
  ApiTags,
  ApiUnprocessableEntityResponse,
} from '@nestjs/swagger';
import { Throttle } from '@nestjs/throttler';
import type { Response } from 'express';
import {
  IdField,
  InstantField,
  NameField,
  NestedListField,
  ProblemDto,
  Public,
  RequireRole,
  TextField,
  valueOf,
} from '../platform/index.ts';
import { CalendarService } from './calendar.service.ts';

class NewFeedDto {
  @NameField({ max: 60, description: 'Whose it is.' })
  name!: string;
  @IdField({ nullable: true, description: 'Only units of this site; null: of all.' })
  siteId!: string | null;
}

class FeedDto {
  @IdField()
  id!: string;
  @TextField({ max: 60 })
  name!: string;
  @IdField({ nullable: true })
  siteId!: string | null;
  @TextField({ max: 80, min: 0 })
  madeBy!: string;
  @InstantField()
  madeAt!: string;
  @InstantField({ nullable: true })
  revokedAt!: string | null;
}

class FeedsDto {
  @NestedListField(() => FeedDto, { maxItems: 1000 })
  feeds!: FeedDto[];
}

class FeedAddedDto {
  @IdField()
  id!: string;
  @TextField({ max: 200, description: 'The address on this server, with its secret. Shown this once.' })
  path!: string;
}

class FeedParam {
  @IdField()
  id!: string;
}
class TokenParam {
  @TextField({ max: 60 })
  token!: string;
}

@ApiTags('calendar')
@Controller()
export class CalendarController {
  constructor(private readonly calendars: CalendarService) {}

  @Get('calendar-feeds')
  @RequireRole('lead')
  @ApiOkResponse({ type: FeedsDto })
  async listFeeds(): Promise<FeedsDto> {
    const feeds = await this.calendars.feeds();
    return {
      feeds: feeds.map(({ id, name, siteId, madeBy, madeAt, revokedAt }) => ({
        id,
        name,
        siteId,
        madeBy,
        madeAt: madeAt.toISOString(),
        revokedAt: revokedAt?.toISOString() ?? null,
      })),
    };
  }

  @Post('calendar-feeds')
  @HttpCode(200)
  @RequireRole('lead')
  @ApiOkResponse({ type: FeedAddedDto })
  @ApiUnprocessableEntityResponse({ type: ProblemDto })
  async addFeed(@Body() { name, siteId }: NewFeedDto): Promise<FeedAddedDto> {
    const { id, token } = valueOf(await this.calendars.add(name, siteId));
    return { id, path: `/api/calendar/${token}` };
  }

  @Post('calendar-feeds/:id/revoke')
  @HttpCode(204)
  @RequireRole('lead')
  @ApiNoContentResponse()
  @ApiNotFoundResponse({ type: ProblemDto })
  async revokeFeed(@Param() { id }: FeedParam): Promise<void> {
    valueOf(await this.calendars.revoke(id));
  }

  @Get('calendar/:token')
  @Public()
  @Throttle({ all: { limit: 60, ttl: 60_000 } })
  @ApiProduces('text/calendar')
  @ApiOkResponse({ schema: { type: 'string' }, description: 'What comes due, as calendar programs read it.' })
  @ApiNotFoundResponse({ type: ProblemDto })
  async calendar(@Param() { token }: TokenParam, @Res() response: Response): Promise<void> {
    const text = valueOf(await this.calendars.read(token));
    response.type('text/calendar; charset=utf-8').send(text);
  }
}
