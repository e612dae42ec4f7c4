import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { SiteEntity, UnitEntity } from './unit.entity.ts';
import { UnitsController } from './units.controller.ts';
import { UnitsService } from './units.service.ts';

@Module({
  imports: [TypeOrmModule.forFeature([UnitEntity, SiteEntity])],
  providers: [UnitsService],
  controllers: [UnitsController],
  exports: [UnitsService],
})
export class UnitsModule {}
