export { AmendmentEntity } from './amendment.entity.ts';
export {
  CheckEntity,
  FindingEntity,
  type CheckDraft,
  type DraftTry,
  type DraftValve,
  type PastCheck,
} from './check.entity.ts';
export { VALVE_KINDS, ValveDto } from './check-draft.dto.ts';
export { CheckDto, GapDto } from './check.dto.ts';
export { checkDto } from './check.mapper.ts';
export { type CheckWithFindings, withFindings } from './with-findings.ts';
export type { EvaluationContext } from './evaluation-context.ts';
export { DOUBTS, OBSTACLES } from './verdict.dto.ts';
export { EngineQuestionEntity } from './engine-question.entity.ts';
export { OPEN_CHECKS } from './open-checks.ts';
export { WORK_LEFT_BEHIND, isFinding } from './work-left.ts';
export { ChecksModule } from './checks.module.ts';
export { ChecksService } from './checks.service.ts';
