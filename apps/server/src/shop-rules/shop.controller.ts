import { Body, Controller, Get, Put } from '@nestjs/common';
import { ApiConflictResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { RequireRole, ProblemDto, valueOf } from '../platform/index.ts';
import { ChangeGapUnitDto, ChangeLocaleDto, ChangeTimeZoneDto, ShopDto } from './shop.dto.ts';
import { ShopService } from './shop.service.ts';

@ApiTags('shop')
@Controller('shop')
export class ShopController {
  constructor(private readonly shop: ShopService) {}

  @Get()
  @RequireRole('viewer', { bench: true, key: 'read' })
  @ApiOkResponse({ type: ShopDto })
  shopFacts(): Promise<ShopDto> {
    return this.shop.facts();
  }

  @Put('gap-unit')
  @RequireRole('lead')
  @ApiOkResponse({ type: ShopDto })
  async changeGapUnit(@Body() change: ChangeGapUnitDto): Promise<ShopDto> {
    return valueOf(await this.shop.changeGapUnit(change));
  }

  @Put('locale')
  @RequireRole('lead')
  @ApiOkResponse({ type: ShopDto })
  async changeLocale(@Body() change: ChangeLocaleDto): Promise<ShopDto> {
    return valueOf(await this.shop.changeLocale(change));
  }

  @Put('time-zone')
  @RequireRole('owner')
  @ApiOkResponse({ type: ShopDto })
  @ApiConflictResponse({ type: ProblemDto, description: 'Somebody changed it in the meantime: `facts` says to what.' })
  async changeTimeZone(@Body() change: ChangeTimeZoneDto): Promise<ShopDto> {
    return valueOf(await this.shop.changeTimeZone(change));
  }
}
