export { FINDINGS, FINDING_KINDS, STAYS_IN, type FindingKind } from './findings.ts';
export {
  CHECK_STEPS,
  OPTIONAL_STEPS,
  checkSteps,
  isStated,
  stillOff,
  type CheckStep,
  type StepFacts,
  type WorkFacts,
} from './check-steps.ts';
