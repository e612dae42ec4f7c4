import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { UnitsModule } from '../units/index.ts';
import { ProblemReportEntity } from './problem-report.entity.ts';
import { ProblemReportsController } from './problem-reports.controller.ts';
import { ProblemReportsService } from './problem-reports.service.ts';

@Module({
  imports: [TypeOrmModule.forFeature([ProblemReportEntity]), UnitsModule],
  providers: [ProblemReportsService],
  controllers: [ProblemReportsController],
  exports: [ProblemReportsService],
})
export class ProblemReportsModule {}
