export { ImportsModule } from './imports.module.ts';
