import { Module } from '@nestjs/common';
import { LiveChanges } from './live-changes.ts';
import { LiveController } from './live.controller.ts';

@Module({ providers: [LiveChanges], controllers: [LiveController] })
export class LiveModule {}
