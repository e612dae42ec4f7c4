export { ImportsModule } from './imports.module.ts';
export { ReadingsImportEntity, ReadingsImportRowEntity } from './readings/readings-import.entity.ts';
