export { JobsPage } from './jobs-page.tsx';
