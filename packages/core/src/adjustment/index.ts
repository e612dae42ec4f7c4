export { THREADS, type Thread } from './thread.ts';
export { ADJUSTER_KINDS, canMove, type AdjusterKind } from './adjuster-kinds.ts';
export { gapPerTurn, type Adjuster } from './adjuster.ts';
export { gapChange, turnBy, turnFor, type GapChange, type GapDirection, type TurnAdvice } from './turn.ts';
export { SMALLEST_PART_DEGREES, turnPart, type TurnPart } from './turn-part.ts';
export { adjustmentFor, type AdjustmentAdvice, type GapSetting } from './adjustment-advice.ts';
export { NO_LOCK, isLockedAfter, type LockEffect } from './lock-state.ts';
export { LOCK_PAIRS_NEEDED, lockPairsOf, lockShiftOf, type LockPair, type LockShift } from './lock-shift.ts';
export {
  REPEAT_PAIRS_NEEDED,
  repeatPairsOf,
  repeatabilityOf,
  type RepeatPair,
  type Repeatability,
} from './repeatability.ts';
export {
  TURN_PAIRS_NEEDED,
  learnedTurnOf,
  turnAgrees,
  turnPairsOf,
  type LearnedTurn,
  type TurnPair,
} from './learned-turn.ts';
export { chooseShim, gapWithShim, idealShim, shimSeries, type ShimChoice } from './shim.ts';
export { planShims, type ShimPlan, type ShimStep, type ShimmedValve } from './shim-plan.ts';
