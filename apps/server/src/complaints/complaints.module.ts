import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { UnitsModule } from '../units/index.ts';
import { ComplaintEntity } from './complaint.entity.ts';
import { ComplaintsController } from './complaints.controller.ts';
import { ComplaintsService } from './complaints.service.ts';

@Module({
  imports: [TypeOrmModule.forFeature([ComplaintEntity]), UnitsModule],
  providers: [ComplaintsService],
  controllers: [ComplaintsController],
  exports: [ComplaintsService],
})
export class ComplaintsModule {}
