export { FamiliesModule } from './families.module.ts';
export { FamiliesService, familyByCode, type NewFamily } from './families.service.ts';
export {
  FAMILY_RELATIONS,
  SOURCE_KINDS,
  SourceEntity,
  type SourceKind,
  FamilyEntity,
  RevisionEntity,
} from './family.entity.ts';
export { CoverScrewsDto, SheetItemDto } from './sheet.dto.ts';
export { SourceFieldsDto, FamilyDto, NewFamilyDto, PublishedLengthDto, WindowDto, WindowsDto } from './family.dto.ts';
export { knownFamilies } from './known-families.ts';
export { FamilyChanged } from './family-changed.ts';
export { FamilyParam } from './family-param.ts';
export { InUseQuery } from './family.dto.ts';
export { contradiction, noSuchFamily, unreadableRule } from './refusals.ts';
export {
  BLADE_SHAPES,
  EMPTY_SHEET,
  RELEASE_FIRST,
  SEALS,
  TORQUE_UNITS,
  TURN_BY,
  type CoverScrews,
  type SheetItem,
  type FamilySheet,
} from './sheet.ts';
export { sourceInUse, layoutOf, specificationOf } from './specification.ts';
export { stampingFits } from './stamping.ts';
export { familyDto } from './family.mapper.ts';
