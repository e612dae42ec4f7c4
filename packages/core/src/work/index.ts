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
