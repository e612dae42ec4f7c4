export { BackupsModule } from './backups.module.ts';
export { BackupKeeper } from './backups.service.ts';
