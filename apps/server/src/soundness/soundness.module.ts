import { Injectable, Module, type OnModuleInit } from '@nestjs/common';
import { DataSource } from 'typeorm';
import { Jobs } from '../jobs/index.ts';
import { saidOf, unsoundRows } from './soundness.ts';

const NIGHTLY = '50 5 * * *';

/** The check runs nightly and at every start; its result is shown on the background jobs page. */
@Injectable()
class NightlyLook implements OnModuleInit {
  constructor(
    private readonly database: DataSource,
    private readonly jobs: Jobs,
  ) {}

  onModuleInit(): void {
    this.jobs.handle('soundness', async () => saidOf(await unsoundRows(this.database.manager)), NIGHTLY);
  }
}

@Module({ providers: [NightlyLook] })
export class SoundnessModule {}
