import { Body, Controller, Get, HttpCode, Post, Query } from '@nestjs/common';
import { ApiConflictResponse, ApiOkResponse, ApiTags, ApiUnprocessableEntityResponse } from '@nestjs/swagger';
import { RequireRole, ProblemDto, valueOf } from '../platform/index.ts';
import { ChangeRulesDto, RulesDto, RulesQuery } from './shop-rules.dto.ts';
import { ShopRulesService } from './shop-rules.service.ts';

@ApiTags('shop-rules')
@Controller('shop-rules')
export class ShopRulesController {
  constructor(private readonly rules: ShopRulesService) {}

  @Get()
  @RequireRole('viewer', { bench: true, key: 'read' })
  @ApiOkResponse({ type: RulesDto })
  async shopRules(@Query() { familyId }: RulesQuery): Promise<RulesDto> {
    return valueOf(await this.rules.rules(familyId ?? null));
  }

  @Post()
  @HttpCode(200)
  @RequireRole('lead')
  @ApiOkResponse({ type: RulesDto })
  @ApiConflictResponse({ type: ProblemDto })
  @ApiUnprocessableEntityResponse({ type: ProblemDto })
  async changeShopRules(@Body() change: ChangeRulesDto): Promise<RulesDto> {
    return valueOf(await this.rules.change(change));
  }
}
