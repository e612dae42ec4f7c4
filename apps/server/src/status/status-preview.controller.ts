import { Body, Controller, Get, HttpCode, Param, Post, Query } from '@nestjs/common';
import { ApiOkResponse, ApiTags, ApiUnprocessableEntityResponse } from '@nestjs/swagger';
import { FamilyParam, InUseQuery } from '../families/index.ts';
import { ProblemDto, RequireRole, valueOf } from '../platform/index.ts';
import { PreviewRulesDto } from '../shop-rules/index.ts';
import { StatusChangeDto } from './status-change.dto.ts';
import { StatusPreviewService } from './status-preview.service.ts';

/** What a decision would do to the yard, before it is made. */
@ApiTags('statuses')
@Controller()
export class StatusPreviewController {
  constructor(private readonly previews: StatusPreviewService) {}

  @Get('families/:id/in-use')
  @RequireRole('lead')
  @ApiOkResponse({ type: [StatusChangeDto], description: 'Units whose status would change. Nothing is changed.' })
  previewInUse(@Param() { id }: FamilyParam, @Query() { sourceId }: InUseQuery): Promise<StatusChangeDto[]> {
    return this.previews.ofSource(id, sourceId ?? null);
  }

  @Post('shop-rules/preview')
  @HttpCode(200)
  @RequireRole('lead')
  @ApiOkResponse({ type: [StatusChangeDto], description: 'Units whose status would change. Nothing is changed.' })
  @ApiUnprocessableEntityResponse({ type: ProblemDto })
  async previewShopRules(@Body() preview: PreviewRulesDto): Promise<StatusChangeDto[]> {
    return valueOf(await this.previews.ofRules(preview));
  }
}
