import { Body, Controller, Get, HttpCode, Param, Post, Put, Query } from '@nestjs/common';
import {
  ApiConflictResponse,
  ApiNotFoundResponse,
  ApiOkResponse,
  ApiTags,
  ApiUnprocessableEntityResponse,
} from '@nestjs/swagger';
import { RequireRole, ProblemDto, valueOf } from '../platform/index.ts';
import { ChangeUnitDto, NewUnitDto, SiteDto, StampingQuery, TagParam, UnitDto, UnitParam } from './unit.dto.ts';
import { SitesService } from './sites.service.ts';
import { UnitsService, unitDto } from './units.service.ts';

@ApiTags('units')
@Controller()
export class UnitsController {
  constructor(
    private readonly units: UnitsService,
    private readonly sites: SitesService,
  ) {}

  @Get('units/:tag')
  @RequireRole('viewer', { bench: true, key: 'read' })
  @ApiOkResponse({ type: UnitDto })
  @ApiNotFoundResponse({ type: ProblemDto })
  async unit(@Param() { tag }: TagParam): Promise<UnitDto> {
    return unitDto(valueOf(await this.units.byTag(tag)), await this.units.book());
  }

  @Post('units')
  @HttpCode(200)
  @RequireRole('lead')
  @ApiOkResponse({ type: UnitDto })
  @ApiConflictResponse({ type: ProblemDto })
  @ApiUnprocessableEntityResponse({ type: ProblemDto })
  async enterUnit(@Body() unit: NewUnitDto): Promise<UnitDto> {
    return this.whole(valueOf(await this.units.register(unit)).id);
  }

  @Put('units/:id')
  @RequireRole('lead')
  @ApiOkResponse({ type: UnitDto })
  @ApiConflictResponse({ type: ProblemDto, description: 'Stale version: `facts` holds the stored unit.' })
  @ApiUnprocessableEntityResponse({ type: ProblemDto })
  async changeUnit(@Param() { id }: UnitParam, @Body() change: ChangeUnitDto): Promise<UnitDto> {
    return this.whole(valueOf(await this.units.change(id, change)).id);
  }

  @Get('families-of-stamping')
  @RequireRole('viewer', { bench: true })
  @ApiOkResponse({ type: [String], description: 'Codes of the families whose pattern this stamping fits.' })
  async familiesOfStamping(@Query() { stamping }: StampingQuery): Promise<string[]> {
    return (await this.units.familiesOfStamping(stamping)).map(({ code }) => code);
  }

  @Get('unit-kinds')
  @RequireRole('viewer', { bench: true, key: 'read' })
  @ApiOkResponse({ type: [String], description: 'Every kind of machine that a unit has.' })
  unitKinds(): Promise<string[]> {
    return this.units.kinds();
  }

  @Get('sites')
  @RequireRole('viewer', { bench: true, key: 'read' })
  @ApiOkResponse({ type: [SiteDto] })
  listSites(): Promise<SiteDto[]> {
    return this.sites.all();
  }

  @Post('sites')
  @HttpCode(200)
  @RequireRole('lead')
  @ApiOkResponse({ type: SiteDto })
  @ApiConflictResponse({ type: ProblemDto })
  async addSite(@Body() site: SiteDto): Promise<SiteDto> {
    return valueOf(await this.sites.add(site));
  }

  private whole = async (id: string): Promise<UnitDto> => unitDto(await this.units.whole(id), await this.units.book());
}
