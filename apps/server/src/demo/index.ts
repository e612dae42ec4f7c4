export { DemoModule } from './demo.module.ts';
export { DemoLoader } from './loader.ts';
