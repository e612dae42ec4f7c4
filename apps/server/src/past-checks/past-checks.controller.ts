import { Body, Controller, HttpCode, Param, Post } from '@nestjs/common';
import {
  ApiConflictResponse,
  ApiNotFoundResponse,
  ApiOkResponse,
  ApiTags,
  ApiUnprocessableEntityResponse,
} from '@nestjs/swagger';
import { CheckDto, checkDto } from '../checks/index.ts';
import { ProblemDto, RequireRole, valueOf } from '../platform/index.ts';
import { TagParam } from '../units/index.ts';
import { NewPastCheckDto } from './past-check.dto.ts';
import { PastChecksService } from './past-checks.service.ts';

@ApiTags('checks')
@Controller('units/:tag/past-checks')
export class PastChecksController {
  constructor(private readonly pastChecks: PastChecksService) {}

  @Post()
  @HttpCode(200)
  @RequireRole('lead')
  @ApiOkResponse({ type: CheckDto, description: 'Marked as entered later; it counts at its own date.' })
  @ApiNotFoundResponse({ type: ProblemDto })
  @ApiConflictResponse({ type: ProblemDto })
  @ApiUnprocessableEntityResponse({ type: ProblemDto })
  async enterPastCheck(@Param() { tag }: TagParam, @Body() past: NewPastCheckDto): Promise<CheckDto> {
    return checkDto(valueOf(await this.pastChecks.enter(tag, past)), tag);
  }
}
