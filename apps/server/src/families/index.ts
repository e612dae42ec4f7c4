export { FamiliesModule } from './families.module.ts';
export { FamiliesService, familyByCode, type NewFamily } from './families.service.ts';
export { CLAIM_SOURCES, ClaimEntity, FamilyEntity, RevisionEntity } from './family.entity.ts';
export { ClaimFieldsDto, FamilyDto, NewFamilyDto, POSITIONS, PublishedLengthDto, WindowDto } from './family.dto.ts';
export { FamilyStatuses } from './family-statuses.ts';
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
export { claimInForce, layoutOf, specificationOf } from './specification.ts';
export { stampingFits } from './stamping.ts';
export { familyDto } from './family.mapper.ts';
