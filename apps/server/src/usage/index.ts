export { UsageModule } from './usage.module.ts';
export { UsagePoolEntity } from './usage-pool.entity.ts';
export { UsageService } from './usage.service.ts';
