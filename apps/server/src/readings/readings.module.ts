import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { UnitsModule } from '../units/index.ts';
import { ReadingBatch } from './batch.ts';
import { MeterEntity } from './meter.entity.ts';
import { ReadingEntity } from './reading.entity.ts';
import { ReadingsController } from './readings.controller.ts';
import { ReadingsService } from './readings.service.ts';

@Module({
  imports: [TypeOrmModule.forFeature([ReadingEntity, MeterEntity]), UnitsModule],
  providers: [ReadingsService, ReadingBatch],
  controllers: [ReadingsController],
  exports: [ReadingsService, ReadingBatch],
})
export class ReadingsModule {}
