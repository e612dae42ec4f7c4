import { Global, Module } from '@nestjs/common';
import { Clock } from './clock.ts';
import { HealthController } from './health.controller.ts';

@Global()
@Module({ providers: [Clock], exports: [Clock], controllers: [HealthController] })
export class PlatformModule {}
