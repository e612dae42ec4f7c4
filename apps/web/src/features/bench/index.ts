export { BenchLanding } from './bench-landing.tsx';
export { BenchPage } from './bench-page.tsx';
