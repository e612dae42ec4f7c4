import { Module } from '@nestjs/common';
import { ReadingsModule } from '../readings/index.ts';
import { UnitsModule } from '../units/index.ts';
import { HourFeedsController } from './hour-feeds.controller.ts';
import { HourFeedsService } from './hour-feeds.service.ts';
import { Polling } from './polling.ts';

@Module({
  imports: [UnitsModule, ReadingsModule],
  providers: [HourFeedsService, Polling],
  controllers: [HourFeedsController],
})
export class GatewayModule {}
