import { Module } from '@nestjs/common';
import { ReadingsModule } from '../readings/index.ts';
import { UsageModule } from '../usage/index.ts';
import { HoursController } from './hours.controller.ts';
import { SuspectsService } from './suspects.service.ts';
import { WalkService } from './walk.service.ts';

@Module({
  imports: [ReadingsModule, UsageModule],
  providers: [WalkService, SuspectsService],
  controllers: [HoursController],
})
export class HoursModule {}
