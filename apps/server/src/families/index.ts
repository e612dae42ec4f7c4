export { FamiliesModule } from './families.module.ts';
export { FamiliesService, familyByCode, type NewFamily } from './families.service.ts';
export { SOURCE_KINDS, SourceEntity, FamilyEntity, RevisionEntity } from './family.entity.ts';
export { SourceFieldsDto, FamilyDto, NewFamilyDto, POSITIONS, PublishedLengthDto, WindowDto } from './family.dto.ts';
export { FamilyChanged } from './family-changed.ts';
export { FamilyParam } from './family-param.ts';
export { InUseQuery } from './family.dto.ts';
export { contradiction, noSuchFamily, unreadableRule } from './refusals.ts';
export {
  ADJUSTER_KINDS,
  BLADE_SHAPES,
  EMPTY_SHEET,
  FUELS,
  SEALS,
  TORQUE_UNITS,
  type AdjusterKind,
  type FamilySheet,
} from './sheet.ts';
export { sourceInUse, layoutOf, specificationOf } from './specification.ts';
export { stampingFits } from './stamping.ts';
export { familyDto } from './family.mapper.ts';
