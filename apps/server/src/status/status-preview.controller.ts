import { Body, Controller, Get, HttpCode, Param, Post, Query } from '@nestjs/common';
import { ApiOkResponse, ApiTags, ApiUnprocessableEntityResponse } from '@nestjs/swagger';
import { FamilyParam, InUseQuery } from '../families/index.ts';
import { ProblemDto, RequireRole, valueOf } from '../platform/index.ts';
import { PreviewRulesDto } from '../shop-rules/index.ts';
import { StatusPreviewDto } from './status-change.dto.ts';
import { StatusPreviewService } from './status-preview.service.ts';

/** Previews of the effect of a decision on the yard. */
@ApiTags('statuses')
@Controller()
export class StatusPreviewController {
  constructor(private readonly previews: StatusPreviewService) {}

  @Get('families/:id/in-use')
  @RequireRole('lead')
  @ApiOkResponse({ type: StatusPreviewDto, description: 'Units whose status would change. Nothing is changed.' })
  previewInUse(@Param() { id }: FamilyParam, @Query() { sourceId }: InUseQuery): Promise<StatusPreviewDto> {
    return this.previews.ofSource(id, sourceId ?? null);
  }

  @Post('shop-rules/preview')
  @HttpCode(200)
  @RequireRole('lead')
  @ApiOkResponse({ type: StatusPreviewDto, description: 'Units whose status would change. Nothing is changed.' })
  @ApiUnprocessableEntityResponse({ type: ProblemDto })
  async previewShopRules(@Body() preview: PreviewRulesDto): Promise<StatusPreviewDto> {
    return valueOf(await this.previews.ofRules(preview));
  }
}
