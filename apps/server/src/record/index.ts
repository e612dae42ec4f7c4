export { RecordEntryEntity } from './record-entry.entity.ts';
export { RecordModule } from './record.module.ts';
