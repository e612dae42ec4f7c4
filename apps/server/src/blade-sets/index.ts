export { BladeSetEntity } from './blade-set.entity.ts';
export { BladeDto } from './blade-set.dto.ts';
export { BladeSetsModule } from './blade-sets.module.ts';
export { BladeSetsService, type NewBladeSet } from './blade-sets.service.ts';
