export { bladeFromFacts, triesFromFacts, type BladeFacts, type TryFacts } from './tries.ts';
export {
  circumstancesAt,
  circumstancesFromFacts,
  conditionsFromFacts,
  specificationFromFacts,
  windowFromFacts,
  type CircumstanceFacts,
  type ConditionFacts,
  type ValvePositionFacts,
  type WindowFacts,
} from './conditions.ts';
export {
  ownRuleFacts,
  ownRulesFromFacts,
  ruleFacts,
  rulesFromFacts,
  type OwnRuleFacts,
  type RuleFacts,
} from './rules.ts';
export { engineFromFacts, pastTopDegrees, type EngineFacts, type KnownEngine, type TimingFacts } from './engine.ts';
export { withWorseState } from './worse-state.ts';
export { openWork, type OpenDraftContext, type OpenDraftFacts } from './open-work.ts';
export {
  NO_GAP_CAUSES,
  SWAP_ANSWERS,
  gapQuestions,
  isSetBlind,
  otherKindOf,
  type FoundGap,
  type GapQuestion,
  type NoGapAnswer,
  type NoGapCause,
  type QuestionedValve,
  type SwapAnswer,
} from './gap-questions.ts';
export { evaluateValve, type EvaluatedGap, type ValveContext } from './evaluate-valve.ts';
