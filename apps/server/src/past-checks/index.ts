export { PastChecksModule } from './past-checks.module.ts';
