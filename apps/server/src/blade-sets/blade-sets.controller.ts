import { Controller, Get } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { Needs } from '../platform/index.ts';
import { BladeSetDto } from './blade-set.dto.ts';
import { BladeSetsService } from './blade-sets.service.ts';

@ApiTags('blade sets')
@Controller('blade-sets')
export class BladeSetsController {
  constructor(private readonly sets: BladeSetsService) {}

  @Get()
  @Needs('viewer', { bench: true, key: 'look' })
  @ApiOkResponse({ type: [BladeSetDto] })
  listBladeSets(): Promise<BladeSetDto[]> {
    return this.sets.all();
  }
}
