export { RecordPage } from './record-page.tsx';
