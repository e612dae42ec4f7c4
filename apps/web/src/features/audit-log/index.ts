export { AuditLogPage } from './audit-log-page.tsx';
