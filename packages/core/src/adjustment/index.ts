export { THREADS, type Thread } from './thread.ts';
export { gapPerTurn, type Adjuster } from './adjuster.ts';
export { turnFor, turnPart, type TurnAdvice, type TurnPart } from './turn.ts';
export { lockShiftOf, type LockPair, type LockShift } from './lock-shift.ts';
export { chooseShim, gapWithShim, idealShim, shimSeries, type ShimChoice } from './shim.ts';
export { planShims, type ShimPlan, type ShimStep, type ShimmedValve } from './shim-plan.ts';
