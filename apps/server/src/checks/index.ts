export { AmendmentEntity } from './amendment.entity.ts';
export { CheckEntity, FindingEntity, type CheckDraft, type DraftTry } from './check.entity.ts';
export { GapDto, ValveDto } from './check.dto.ts';
export { DOUBTS, OBSTACLES } from './verdict.dto.ts';
export { WORK_LEFT_BEHIND } from './work-left.ts';
export { ChecksModule } from './checks.module.ts';
export { ChecksService } from './checks.service.ts';
