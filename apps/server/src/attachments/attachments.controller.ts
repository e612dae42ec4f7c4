import { Controller, Delete, Get, Param, Post, HttpCode, Query, Req, Res, StreamableFile } from '@nestjs/common';
import {
  ApiBody,
  ApiConsumes,
  ApiNotFoundResponse,
  ApiOkResponse,
  ApiTags,
  ApiUnprocessableEntityResponse,
} from '@nestjs/swagger';
import { Throttle } from '@nestjs/throttler';
import type { Request, Response } from 'express';
import { RequireRole, ProblemDto, TakesBytes, fileOf, valueOf } from '../platform/index.ts';
import { AttachQuery, AttachmentDto, AttachmentParam, BesideQuery, TakenOffDto } from './attachment.dto.ts';
import { AttachmentsService, MAX_BYTES, attachmentDto } from './attachments.service.ts';

@ApiTags('attachments')
@Controller('attachments')
export class AttachmentsController {
  constructor(private readonly attachments: AttachmentsService) {}

  @Get()
  @RequireRole('viewer', { bench: true, key: 'read' })
  @ApiOkResponse({ type: [AttachmentDto], description: 'Oldest first.' })
  async listAttachments(@Query() beside: BesideQuery): Promise<AttachmentDto[]> {
    return (await this.attachments.beside(beside)).map(attachmentDto);
  }

  @Post()
  @HttpCode(200)
  @RequireRole('technician', { bench: true })
  @Throttle({ all: { limit: 60, ttl: 60_000 } })
  @TakesBytes(MAX_BYTES)
  @ApiConsumes('application/octet-stream')
  @ApiBody({ schema: { type: 'string', format: 'binary' } })
  @ApiOkResponse({ type: AttachmentDto })
  @ApiUnprocessableEntityResponse({ type: ProblemDto })
  async attachFile(@Query() query: AttachQuery, @Req() request: Request): Promise<AttachmentDto> {
    return attachmentDto(valueOf(await this.attachments.attach(query, fileOf(request))));
  }

  /** Images are shown inline, documents are downloaded; neither may run scripts. */
  @Get(':id')
  @RequireRole('viewer', { bench: true, key: 'read' })
  @ApiOkResponse({ schema: { type: 'string', format: 'binary' } })
  @ApiNotFoundResponse({ type: ProblemDto })
  async attachment(
    @Param() { id }: AttachmentParam,
    @Res({ passthrough: true }) response: Response,
  ): Promise<StreamableFile> {
    const { file, bytes } = valueOf(await this.attachments.content(id));
    const shown = file.mediaType.startsWith('image/') ? 'inline' : 'attachment';
    response.setHeader('Content-Disposition', `${shown}; filename*=UTF-8''${encodeURIComponent(file.name)}`);
    response.setHeader('Content-Security-Policy', "default-src 'none'; sandbox");
    // The content of an id never changes. It is not cached beyond the session, so that sign-out on a shared machine
    // leaves nothing behind.
    response.setHeader('Cache-Control', 'private, no-cache');
    return new StreamableFile(bytes, { type: file.mediaType });
  }

  @Delete(':id')
  @RequireRole('lead')
  @ApiOkResponse({ type: TakenOffDto })
  @ApiNotFoundResponse({ type: ProblemDto })
  async takeOffAttachment(@Param() { id }: AttachmentParam): Promise<TakenOffDto> {
    valueOf(await this.attachments.takeOff(id));
    return { takenOff: true };
  }
}
