export { HoursPage } from './hours-page.tsx';
