export { YardModule } from './yard.module.ts';
