export { BladesPage } from './blades-page.tsx';
