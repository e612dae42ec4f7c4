export { FINDING_KINDS, type FindingKind } from './findings.ts';
export { emptyDraft, type EmptyDraft } from './empty-draft.ts';
export { GAUGING_FLOWS, gaugingFlow, type FlowGroup, type FlowStep, type GaugingFlow } from './flow.ts';
export {
  STATED_OUTCOMES,
  contradictsGaps,
  needsFollowUp,
  outcomeOf,
  type CheckOutcome,
  type StatedOutcome,
} from './outcome.ts';
export {
  CHECK_STEPS,
  PROBLEM_AFTER,
  OPTIONAL_STEPS,
  checkSteps,
  isStated,
  stillOff,
  type CheckStep,
  type FollowUpFacts,
  type ProblemAfter,
  type StepFacts,
  type WorkFacts,
} from './check-steps.ts';
