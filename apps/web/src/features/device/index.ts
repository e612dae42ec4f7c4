export { DevicePage } from './device-page.tsx';
