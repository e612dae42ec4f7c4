import { Body, Controller, Get, HttpCode, Post, Query } from '@nestjs/common';
import { ApiConflictResponse, ApiOkResponse, ApiTags, ApiUnprocessableEntityResponse } from '@nestjs/swagger';
import { RequireRole, ProblemDto, valueOf } from '../platform/index.ts';
import { ChangeRulesDto, LookAtRulesDto, RulesDto, RulesQuery } from './house-rules.dto.ts';
import { HouseService } from './house.service.ts';
import { RestandingDto } from './restanding.dto.ts';

@ApiTags('house')
@Controller('house-rules')
export class HouseController {
  constructor(private readonly house: HouseService) {}

  @Get()
  @RequireRole('viewer', { bench: true, key: 'look' })
  @ApiOkResponse({ type: RulesDto })
  async houseRules(@Query() { familyId }: RulesQuery): Promise<RulesDto> {
    return valueOf(await this.house.rules(familyId ?? null));
  }

  @Post('look')
  @HttpCode(200)
  @RequireRole('lead')
  @ApiOkResponse({ type: [RestandingDto], description: 'Units that would stand otherwise. Nothing is changed.' })
  @ApiUnprocessableEntityResponse({ type: ProblemDto })
  async lookAtHouseRules(@Body() look: LookAtRulesDto): Promise<RestandingDto[]> {
    return valueOf(await this.house.look(look));
  }

  @Post()
  @HttpCode(200)
  @RequireRole('lead')
  @ApiOkResponse({ type: RulesDto })
  @ApiConflictResponse({ type: ProblemDto })
  @ApiUnprocessableEntityResponse({ type: ProblemDto })
  async changeHouseRules(@Body() change: ChangeRulesDto): Promise<RulesDto> {
    return valueOf(await this.house.change(change));
  }
}
