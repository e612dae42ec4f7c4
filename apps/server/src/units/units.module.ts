import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { SiteEntity, UnitEntity } from './unit.entity.ts';
import { UnitsController } from './units.controller.ts';
import { SitesService } from './sites.service.ts';
import { UnitsService } from './units.service.ts';

@Module({
  imports: [TypeOrmModule.forFeature([UnitEntity, SiteEntity])],
  providers: [UnitsService, SitesService],
  controllers: [UnitsController],
  exports: [UnitsService, SitesService],
})
export class UnitsModule {}
