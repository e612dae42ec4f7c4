import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { UnitsModule } from '../units/index.ts';
import { ReadingBatch } from './batch.ts';
import { MeterEntity } from './meter.entity.ts';
import { ReadingEntity } from './reading.entity.ts';
import { ReadingsController } from './readings.controller.ts';
import { UseEntriesController } from './use-entries.controller.ts';
import { UseEntriesService } from './use-entries.service.ts';
import { UseEntryEntity } from './use-entry.entity.ts';
import { ReadingsTogether } from './readings-together.ts';
import { ReadingsService } from './readings.service.ts';

@Module({
  imports: [TypeOrmModule.forFeature([ReadingEntity, MeterEntity, UseEntryEntity]), UnitsModule],
  providers: [ReadingsService, ReadingsTogether, ReadingBatch, UseEntriesService],
  controllers: [ReadingsController, UseEntriesController],
  exports: [ReadingsService, ReadingBatch],
})
export class ReadingsModule {}
