export { MetricsModule } from './metrics.module.ts';
