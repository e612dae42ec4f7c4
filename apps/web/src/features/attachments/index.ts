export { Attachments } from './attachments.tsx';
