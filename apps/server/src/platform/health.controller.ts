import { Controller, Get, Res } from '@nestjs/common';
import { ApiOkResponse, ApiProperty, ApiTags } from '@nestjs/swagger';
import type { Response } from 'express';
import { DataSource } from 'typeorm';
import { Public } from './access/index.ts';

export class HealthDto {
  @ApiProperty({ enum: ['ok', 'down'] })
  status!: 'ok' | 'down';
  @ApiProperty({ enum: ['up', 'down'] })
  database!: 'up' | 'down';
  @ApiProperty({ enum: ['current', 'pending', 'unknown'] })
  migrations!: 'current' | 'pending' | 'unknown';
}

@ApiTags('health')
@Controller('health')
export class HealthController {
  constructor(private readonly database: DataSource) {}

  @Get()
  @Public()
  @ApiOkResponse({
    type: HealthDto,
    description: 'Answered with 503 when the database is down or migrations are pending.',
  })
  async health(@Res({ passthrough: true }) response: Response): Promise<HealthDto> {
    const answer = await this.checked();
    if (answer.status === 'down') response.status(503);
    return answer;
  }

  private async checked(): Promise<HealthDto> {
    try {
      const pending = await this.database.showMigrations();
      return { status: pending ? 'down' : 'ok', database: 'up', migrations: pending ? 'pending' : 'current' };
    } catch {
      return { status: 'down', database: 'down', migrations: 'unknown' };
    }
  }
}
