import { Body, Controller, Get, Header, HttpCode, Param, Post, Put } from '@nestjs/common';
import {
  ApiConflictResponse,
  ApiNotFoundResponse,
  ApiOkResponse,
  ApiTags,
  ApiUnprocessableEntityResponse,
} from '@nestjs/swagger';
import { RequireRole, type Result, ProblemDto, TextField, valueOf } from '../platform/index.ts';
import { FamiliesService } from './families.service.ts';
import type { FamilyEntity } from './family.entity.ts';
import { FamilyParam } from './family-param.ts';
import { ChangeFamilyDto, FamilyDto, NewSourceDto, NewFamilyDto, ChooseSourceDto, RevisionDto } from './family.dto.ts';
import { familyDto, revisionDto } from './family.mapper.ts';

class CodeParam {
  @TextField({ max: 40 })
  code!: string;
}

/** Sheets are long, rarely change and are not secret, so the browser revalidates its copy by ETag. */
const REVALIDATED = 'private, no-cache';

@ApiTags('families')
@Controller('families')
export class FamiliesController {
  constructor(private readonly families: FamiliesService) {}

  @Get()
  @Header('Cache-Control', REVALIDATED)
  @RequireRole('viewer', { bench: true, key: 'read' })
  @ApiOkResponse({ type: [FamilyDto] })
  async listFamilies(): Promise<FamilyDto[]> {
    const [families, book] = await Promise.all([this.families.all(), this.families.book()]);
    return families.map((family) => familyDto(family, book.of(family.id)));
  }

  @Get(':code')
  @Header('Cache-Control', REVALIDATED)
  @RequireRole('viewer', { bench: true, key: 'read' })
  @ApiOkResponse({ type: FamilyDto })
  @ApiNotFoundResponse({ type: ProblemDto })
  async family(@Param() { code }: CodeParam): Promise<FamilyDto> {
    return this.shown(await this.families.byCode(code));
  }

  @Post()
  @HttpCode(200)
  @RequireRole('lead')
  @ApiOkResponse({ type: FamilyDto })
  @ApiConflictResponse({ type: ProblemDto })
  @ApiUnprocessableEntityResponse({ type: ProblemDto })
  async enterFamily(@Body() family: NewFamilyDto): Promise<FamilyDto> {
    return this.shown(await this.families.enter(family));
  }

  @Put(':id')
  @RequireRole('lead')
  @ApiOkResponse({ type: FamilyDto })
  @ApiConflictResponse({ type: ProblemDto, description: 'Stale version: `facts` holds the stored family.' })
  @ApiUnprocessableEntityResponse({ type: ProblemDto })
  async changeFamily(@Param() { id }: FamilyParam, @Body() change: ChangeFamilyDto): Promise<FamilyDto> {
    return this.shown(await this.families.change(id, change));
  }

  @Post(':id/sources')
  @HttpCode(200)
  @RequireRole('lead')
  @ApiOkResponse({ type: FamilyDto })
  @ApiUnprocessableEntityResponse({ type: ProblemDto })
  async addSource(@Param() { id }: FamilyParam, @Body() source: NewSourceDto): Promise<FamilyDto> {
    return this.shown(await this.families.addSource(id, source));
  }

  @Post(':id/in-use')
  @HttpCode(200)
  @RequireRole('lead')
  @ApiOkResponse({ type: FamilyDto })
  @ApiConflictResponse({ type: ProblemDto })
  @ApiUnprocessableEntityResponse({ type: ProblemDto })
  async chooseSource(@Param() { id }: FamilyParam, @Body() decision: ChooseSourceDto): Promise<FamilyDto> {
    return this.shown(await this.families.chooseSource(id, decision));
  }

  @Get(':id/revisions')
  @RequireRole('viewer', { bench: true, key: 'read' })
  @ApiOkResponse({ type: [RevisionDto], description: 'Newest first.' })
  async revisionsOfFamily(@Param() { id }: FamilyParam): Promise<RevisionDto[]> {
    return (await this.families.revisions(id)).map(revisionDto);
  }

  private async shown(outcome: Result<FamilyEntity>): Promise<FamilyDto> {
    const family = valueOf(outcome);
    return familyDto(family, (await this.families.book()).of(family.id));
  }
}
