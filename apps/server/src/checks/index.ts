export { AmendmentEntity } from './amendment.entity.ts';
export { CheckEntity, FindingEntity, type CheckDraft, type DraftTry } from './check.entity.ts';
export { DOUBTS, GapDto, OBSTACLES, ValveDto } from './check.dto.ts';
export { ChecksModule } from './checks.module.ts';
export { ChecksService } from './checks.service.ts';
