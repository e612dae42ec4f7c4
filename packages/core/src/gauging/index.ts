export {
  IDEAL_BLADES,
  bladeThickness,
  sameBlades,
  stackThickness,
  type Blade,
  type BladeAssumptions,
} from './blade.ts';
export {
  ATTEMPT_AFTER,
  FEELS,
  isDrag,
  tryRefusal,
  type Attempt,
  type AttemptAfter,
  type Feel,
  type Try,
  type TryRefusal,
} from './try.ts';
export {
  ANY_GAP,
  bestEstimate,
  intersect,
  isClosed,
  isEmpty,
  standardUncertainty,
  type Bound,
  type GapInterval,
} from './gap-interval.ts';
export {
  DEFAULT_GAUGING,
  gapFromTry,
  readTries,
  type Clash,
  type GapReading,
  type GaugingAssumptions,
} from './reading.ts';
export { readWritten, writtenGapFrom, writtenGapText, type WrittenGap, type WrittenRefusal } from './written-gap.ts';
