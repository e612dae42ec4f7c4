import { Global, Module } from '@nestjs/common';
import { JobsController } from './jobs.controller.ts';
import { Jobs } from './jobs.ts';

@Global()
@Module({ providers: [Jobs], controllers: [JobsController], exports: [Jobs] })
export class JobsModule {}
