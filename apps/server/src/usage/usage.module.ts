import { Module } from '@nestjs/common';
import { StatusModule } from '../status/index.ts';
import { UnitsModule } from '../units/index.ts';
import { UsageController } from './usage.controller.ts';
import { UsageService } from './usage.service.ts';

@Module({
  imports: [StatusModule, UnitsModule],
  providers: [UsageService],
  controllers: [UsageController],
  exports: [UsageService],
})
export class UsageModule {}
