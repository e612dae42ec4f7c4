export { FamiliesModule } from './families.module.ts';
export { FamiliesService, familyDto, type NewFamily } from './families.service.ts';
export { ClaimEntity, FamilyEntity } from './family.entity.ts';
export { FamilyDto, POSITIONS, PublishedLengthDto, WindowDto } from './family.dto.ts';
export { layoutOf, specificationOf } from './specification.ts';
