export { StorageListEntity } from './storage-list.entity.ts';
export { StorageListModule } from './storage-list.module.ts';
