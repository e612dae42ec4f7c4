import { Controller, Get, HttpCode, Post } from '@nestjs/common';
import { ApiOkResponse, ApiTags, ApiUnprocessableEntityResponse } from '@nestjs/swagger';
import { Throttle } from '@nestjs/throttler';
import { RequireRole, ProblemDto, valueOf } from '../platform/index.ts';
import { BackupsDto } from './backup.dto.ts';
import { BackupsService } from './backups.service.ts';

@ApiTags('backups')
@Controller('backups')
export class BackupsController {
  constructor(private readonly backups: BackupsService) {}

  @Get()
  @RequireRole('owner')
  @ApiOkResponse({ type: BackupsDto })
  listBackups(): Promise<BackupsDto> {
    return this.backups.all();
  }

  @Post()
  @HttpCode(204)
  @RequireRole('owner')
  @Throttle({ all: { limit: 5, ttl: 60_000 } })
  @ApiUnprocessableEntityResponse({ type: ProblemDto })
  askForBackup(): void {
    valueOf(this.backups.ask());
  }
}
