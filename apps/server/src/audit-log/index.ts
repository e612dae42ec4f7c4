export { AuditEntryEntity } from './audit-entry.entity.ts';
export { AuditLogModule } from './audit-log.module.ts';
