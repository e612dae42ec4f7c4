import { Controller, Get } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { DataSource } from 'typeorm';
import { RequireRole } from '../platform/index.ts';
import { jobCounts } from './job-counts.ts';
import { JobsDto } from './job.dto.ts';

@ApiTags('jobs')
@Controller('jobs')
export class JobsController {
  constructor(private readonly database: DataSource) {}

  @Get()
  @RequireRole('owner')
  @ApiOkResponse({ type: JobsDto, description: 'Background jobs by kind, and how each went last.' })
  async listJobs(): Promise<JobsDto> {
    return { kinds: await jobCounts(this.database) };
  }
}
