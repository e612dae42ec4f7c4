import { Body, Controller, Get, HttpCode, Post, Put } from '@nestjs/common';
import { ApiConflictResponse, ApiOkResponse, ApiTags, ApiUnprocessableEntityResponse } from '@nestjs/swagger';
import { Throttle } from '@nestjs/throttler';
import { ProblemDto, RequireRole, valueOf } from '../platform/index.ts';
import { ChangeDigestDto, DigestDto, DigestSentDto, digestDto } from './digest.dto.ts';
import { DigestService } from './digest.service.ts';

@ApiTags('digest')
@Controller('digest')
export class DigestController {
  constructor(private readonly digest: DigestService) {}

  @Get()
  @RequireRole('owner')
  @ApiOkResponse({ type: DigestDto })
  async digestSettings(): Promise<DigestDto> {
    return digestDto(await this.digest.settings(), this.digest.folder);
  }

  @Put()
  @RequireRole('owner')
  @ApiOkResponse({ type: DigestDto })
  @ApiConflictResponse({ type: ProblemDto })
  @ApiUnprocessableEntityResponse({ type: ProblemDto })
  async changeDigest(@Body() change: ChangeDigestDto): Promise<DigestDto> {
    return digestDto(valueOf(await this.digest.change(change)), this.digest.folder);
  }

  @Post('send')
  @HttpCode(200)
  @RequireRole('owner')
  @Throttle({ all: { limit: 5, ttl: 60_000 } })
  @ApiOkResponse({ type: DigestSentDto, description: 'One now, to try it.' })
  @ApiUnprocessableEntityResponse({ type: ProblemDto })
  async sendDigest(): Promise<DigestSentDto> {
    return { said: valueOf(await this.digest.sendNow()) };
  }
}
