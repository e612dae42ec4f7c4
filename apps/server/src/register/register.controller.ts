import { Body, Controller, Get, HttpCode, Post, Query } from '@nestjs/common';
import { ApiOkResponse, ApiTags, ApiUnprocessableEntityResponse } from '@nestjs/swagger';
import { RequireRole, ProblemDto, valueOf } from '../platform/index.ts';
import { BulkChangeDto, BulkChangedDto, FindQuery, FoundDto, RegisterDto, RegisterQuery } from './register.dto.ts';
import { UnitsService } from '../units/index.ts';
import { RegisterService } from './register.service.ts';

@ApiTags('register')
@Controller()
export class RegisterController {
  constructor(
    private readonly register: RegisterService,
    private readonly units: UnitsService,
  ) {}

  @Get('register')
  @RequireRole('viewer', { bench: true, key: 'read' })
  @ApiOkResponse({ type: RegisterDto })
  async registerPage(@Query() query: RegisterQuery): Promise<RegisterDto> {
    return valueOf(await this.register.page(query));
  }

  @Post('register/change')
  @HttpCode(200)
  @RequireRole('lead')
  @ApiOkResponse({ type: BulkChangedDto })
  @ApiUnprocessableEntityResponse({ type: ProblemDto })
  async changeUnits(@Body() { unitIds, ...change }: BulkChangeDto): Promise<BulkChangedDto> {
    return { changed: valueOf(await this.units.changeMany(unitIds, change)) };
  }

  @Get('find')
  @RequireRole('viewer', { bench: true, key: 'read' })
  @ApiOkResponse({ type: FoundDto })
  findAnything(@Query() { find }: FindQuery): Promise<FoundDto> {
    return this.register.find(find);
  }
}
