export { FirstDayModule } from './first-day.module.ts';
