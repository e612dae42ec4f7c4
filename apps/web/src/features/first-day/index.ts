export { FirstDay } from './first-day.tsx';
