export { UsageModule } from './usage.module.ts';
export { UsagePoolEntity } from './usage-pool.entity.ts';
export { UsageService, knownHours } from './usage.service.ts';
