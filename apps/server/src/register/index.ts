export { RegisterModule } from './register.module.ts';
