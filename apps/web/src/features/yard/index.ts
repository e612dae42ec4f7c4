export { YardPage } from './yard-page.tsx';
