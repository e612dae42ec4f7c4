export { UnitPage } from './unit-page.tsx';
