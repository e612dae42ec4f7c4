import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { UnitsModule } from '../units/index.ts';
import { RecordEntryEntity } from './record-entry.entity.ts';
import { RecordController } from './record.controller.ts';
import { RecordService } from './record.service.ts';

@Module({
  imports: [TypeOrmModule.forFeature([RecordEntryEntity]), UnitsModule],
  providers: [RecordService],
  controllers: [RecordController],
})
export class RecordModule {}
