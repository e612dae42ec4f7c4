import { Controller, Get, Res, StreamableFile } from '@nestjs/common';
import { ApiOkResponse, ApiProduces, ApiTags } from '@nestjs/swagger';
import { Throttle } from '@nestjs/throttler';
import type { Response } from 'express';
import { RequireRole } from '../../platform/index.ts';
import { ArchiveService } from './archive.service.ts';
import { zipOf } from './zip.ts';

@ApiTags('imports')
@Controller('exports')
export class ArchiveController {
  constructor(private readonly archive: ArchiveService) {}

  @Get('shop.zip')
  @RequireRole('owner')
  @Throttle({ all: { limit: 4, ttl: 60_000 } })
  @ApiProduces('application/zip')
  @ApiOkResponse({
    schema: { type: 'string', format: 'binary' },
    description: 'Units, families, blade sets, readings, checks and photos, with a manifest. Without secrets.',
  })
  exportShop(@Res({ passthrough: true }) response: Response): StreamableFile {
    response.setHeader('Content-Disposition', 'attachment; filename="shop.zip"');
    return new StreamableFile(zipOf(this.archive.files(), this.archive.about()), { type: 'application/zip' });
  }
}
