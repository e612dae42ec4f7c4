import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { ShopRulesModule } from '../shop-rules/index.ts';
import { UnitsModule } from '../units/index.ts';
import { StatusController } from './status.controller.ts';
import { StatusListener } from './status-listener.ts';
import { StatusPreviewController } from './status-preview.controller.ts';
import { StatusPreviewService } from './status-preview.service.ts';
import { StatusService } from './status.service.ts';
import { UnitStatusEntity } from './unit-status.entity.ts';

@Module({
  imports: [TypeOrmModule.forFeature([UnitStatusEntity]), UnitsModule, ShopRulesModule],
  providers: [StatusService, StatusListener, StatusPreviewService],
  controllers: [StatusController, StatusPreviewController],
  exports: [StatusService],
})
export class StatusModule {}
