import { Controller, Get, Res } from '@nestjs/common';
import { ApiOkResponse, ApiProduces, ApiTags } from '@nestjs/swagger';
import type { Response } from 'express';
import { RequireRole } from '../platform/index.ts';
import { Metrics } from './metrics.ts';

@ApiTags('metrics')
@Controller('metrics')
export class MetricsController {
  constructor(private readonly figures: Metrics) {}

  @Get()
  @RequireRole('owner', { key: 'metrics' })
  @ApiProduces('text/plain')
  @ApiOkResponse({ schema: { type: 'string' }, description: 'Figures of this node in the text format of Prometheus.' })
  async metrics(@Res({ passthrough: true }) response: Response): Promise<string> {
    response.type(this.figures.contentType);
    return this.figures.text();
  }
}
