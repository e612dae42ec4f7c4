import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { UnitsModule } from '../units/index.ts';
import { AuditEntryEntity } from './audit-entry.entity.ts';
import { AuditLogController } from './audit-log.controller.ts';
import { AuditLogService } from './audit-log.service.ts';

@Module({
  imports: [TypeOrmModule.forFeature([AuditEntryEntity]), UnitsModule],
  providers: [AuditLogService],
  controllers: [AuditLogController],
})
export class AuditLogModule {}
