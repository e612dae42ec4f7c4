export { BenchLanding } from './bench-landing.tsx';
export { BenchPage } from './bench-page.tsx';
export { sendShopsLeftDrafts } from './port/left-drafts.ts';
