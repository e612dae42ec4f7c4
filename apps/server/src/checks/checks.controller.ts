import { Body, Controller, Get, HttpCode, Param, Post, Put, Query } from '@nestjs/common';
import {
  ApiConflictResponse,
  ApiNoContentResponse,
  ApiNotFoundResponse,
  ApiOkResponse,
  ApiTags,
  ApiUnprocessableEntityResponse,
} from '@nestjs/swagger';
import { IdField, RequireRole, ProblemDto, valueOf } from '../platform/index.ts';
import { TagParam } from '../units/index.ts';
import {
  BladeBiasDto,
  CheckDto,
  DropCheckDto,
  EngineAnswerDto,
  EngineQuestionsDto,
  OlderQuery,
  OpenCheckDto,
  SaveDraftDto,
  SignCheckDto,
  StartCheckDto,
  UnitChecksDto,
} from './check.dto.ts';
import { AdjustingDto } from './adjusting.dto.ts';
import { AmendmentsService } from './amendments.service.ts';
import { NewAmendmentDto } from './amendment.dto.ts';
import { ChecksService } from './checks.service.ts';
import { EngineQuestionsService } from './engine-questions.service.ts';
import { adjustingDto, checkDto, engineQuestionDto, openCheckDto } from './check.mapper.ts';

class CheckParam {
  @IdField()
  id!: string;
}

const PAGE = 20;

@ApiTags('checks')
@Controller()
@ApiNotFoundResponse({ type: ProblemDto })
export class ChecksController {
  constructor(
    private readonly checks: ChecksService,
    private readonly amendments: AmendmentsService,
    private readonly questions: EngineQuestionsService,
  ) {}

  @Get('units/:tag/checks')
  @RequireRole('viewer', { bench: true, key: 'read' })
  @ApiOkResponse({ type: UnitChecksDto })
  async checksOfUnit(@Param() { tag }: TagParam, @Query() { before }: OlderQuery): Promise<UnitChecksDto> {
    const { open, signed, more } = valueOf(await this.checks.ofUnit(tag, before ? new Date(before) : null, PAGE));
    const checks = signed.map((each) => checkDto(each, each.check.unit?.tag ?? tag));
    return { openCheckId: open?.id ?? null, checks, older: more ? (checks.at(-1)?.performedAt ?? null) : null };
  }

  @Post('units/:tag/checks')
  @RequireRole('technician', { bench: true })
  @HttpCode(200)
  @ApiOkResponse({ type: CheckDto })
  @ApiConflictResponse({
    type: ProblemDto,
    description: 'A check of this unit is open already; `facts.checkId` names it.',
  })
  async startCheck(@Param() { tag }: TagParam, @Body() { id }: StartCheckDto): Promise<CheckDto> {
    return this.answer(valueOf(await this.checks.start(tag, id)).check.id);
  }

  @Get('checks')
  @RequireRole('viewer', { bench: true, key: 'read' })
  @ApiOkResponse({ type: [OpenCheckDto], description: 'Checks on the bench now.' })
  async openChecks(): Promise<OpenCheckDto[]> {
    return (await this.checks.open()).map(openCheckDto);
  }

  @Get('checks/:id')
  @RequireRole('viewer', { bench: true, key: 'read' })
  @ApiOkResponse({ type: CheckDto })
  check(@Param() { id }: CheckParam): Promise<CheckDto> {
    return this.answer(id);
  }

  @Put('checks/:id/draft')
  @RequireRole('technician', { bench: true })
  @ApiOkResponse({ type: CheckDto })
  @ApiConflictResponse({
    type: ProblemDto,
    description: 'Stale version: `facts` holds both versions and the stored draft.',
  })
  @ApiUnprocessableEntityResponse({ type: ProblemDto })
  async saveDraft(@Param() { id }: CheckParam, @Body() save: SaveDraftDto): Promise<CheckDto> {
    const saved = valueOf(await this.checks.saveDraft(id, save));
    return checkDto(saved, saved.check.unit?.tag ?? '');
  }

  @Post('checks/:id/sign')
  @HttpCode(200)
  @RequireRole('technician', { bench: true })
  @ApiOkResponse({ type: CheckDto })
  @ApiConflictResponse({ type: ProblemDto })
  @ApiUnprocessableEntityResponse({ type: ProblemDto })
  async signCheck(@Param() { id }: CheckParam, @Body() signature: SignCheckDto): Promise<CheckDto> {
    valueOf(await this.checks.sign(id, signature));
    return this.answer(id);
  }

  @Post('checks/:id/put-aside')
  @HttpCode(200)
  @RequireRole('technician', { bench: true })
  @ApiOkResponse({ type: CheckDto })
  @ApiConflictResponse({ type: ProblemDto })
  async putAside(@Param() { id }: CheckParam, @Body() { version, closedUp }: DropCheckDto): Promise<CheckDto> {
    valueOf(await this.checks.abandon(id, version, closedUp ?? null));
    return this.answer(id);
  }

  @Get('engine-questions')
  @RequireRole('lead')
  @ApiOkResponse({
    type: EngineQuestionsDto,
    description: 'Older checks that do not say how the engine was left.',
  })
  async engineQuestions(): Promise<EngineQuestionsDto> {
    return { questions: (await this.questions.open()).map(engineQuestionDto) };
  }

  @Post('checks/:id/engine-state')
  @HttpCode(204)
  @RequireRole('lead')
  @ApiNoContentResponse()
  @ApiNotFoundResponse({ type: ProblemDto })
  @ApiConflictResponse({ type: ProblemDto })
  async answerEngineQuestion(@Param() { id }: CheckParam, @Body() { closed }: EngineAnswerDto): Promise<void> {
    valueOf(await this.questions.answer(id, closed));
  }

  @Post('checks/:id/amendments')
  @HttpCode(200)
  @RequireRole('lead')
  @ApiOkResponse({ type: CheckDto })
  @ApiConflictResponse({ type: ProblemDto })
  async amendCheck(@Param() { id }: CheckParam, @Body() amendment: NewAmendmentDto): Promise<CheckDto> {
    valueOf(await this.amendments.amend(id, amendment));
    return this.answer(id);
  }

  @Get('families/:id/adjusting')
  @RequireRole('viewer', { bench: true, key: 'read' })
  @ApiOkResponse({ type: AdjustingDto, description: 'What locking and turning do to the gap, by signed checks.' })
  async adjusting(@Param() { id }: CheckParam): Promise<AdjustingDto> {
    return adjustingDto(await this.checks.adjusting(id));
  }

  @Get('blade-sets/:id/bias')
  @RequireRole('viewer', { bench: true, key: 'read' })
  @ApiOkResponse({ type: [BladeBiasDto], description: 'What checks say of its blades, thinnest first.' })
  async bladeBias(@Param() { id }: CheckParam): Promise<BladeBiasDto[]> {
    const { biases, toMeasure } = await this.checks.bladeEvidence(id);
    return biases.map((bias) => ({
      blade: { printed: { ...bias.blade.printed } },
      biasMm: bias.biasMm,
      uncertaintyMm: bias.uncertaintyMm,
      gaugings: bias.gaugings,
      toMeasure: toMeasure.includes(bias),
    }));
  }

  private async answer(id: string): Promise<CheckDto> {
    const found = valueOf(await this.checks.byId(id));
    return checkDto(found, found.check.unit?.tag ?? '');
  }
}
