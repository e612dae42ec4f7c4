export { FeedsPage } from './feeds-page.tsx';
export { HoursPage } from './hours-page.tsx';
