import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { UnitsModule } from '../units/index.ts';
import { UnitFactsEntity } from './unit-facts.entity.ts';
import { UnitRecordController } from './unit-record.controller.ts';

@Module({
  imports: [TypeOrmModule.forFeature([UnitFactsEntity]), UnitsModule],
  controllers: [UnitRecordController],
})
export class UnitRecordModule {}
