export { BladeToleranceChanged } from './blade-tolerance-changed.ts';
export { BladeSetEntity, BLADE_FLAWS, type SetBlade } from './blade-set.entity.ts';
export { BladeDto, BladeSetFieldsDto } from './blade-set.dto.ts';
export { BladeSetsModule } from './blade-sets.module.ts';
export { BladeSetsService, thinnestFirst, wrongBlades, type NewBladeSet } from './blade-sets.service.ts';
