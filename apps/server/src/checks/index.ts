export { AmendmentEntity } from './amendment.entity.ts';
export { CheckEntity, FindingEntity, type CheckDraft, type DraftTry, type DraftValve } from './check.entity.ts';
export { GapDto, ValveDto } from './check.dto.ts';
export { DOUBTS, OBSTACLES } from './verdict.dto.ts';
export { EngineQuestionEntity } from './engine-question.entity.ts';
export { OPEN_CHECKS } from './open-checks.ts';
export { WORK_LEFT_BEHIND, isFinding } from './work-left.ts';
export { ChecksModule } from './checks.module.ts';
export { ChecksService } from './checks.service.ts';
