export { obstacles, restMissing, type Circumstances, type Obstacle } from './comparability.ts';
export { chancesOf } from './chances.ts';
export { normalBelow } from './normal.ts';
export { SHOP_RULE, evaluate, type DecisionRule } from './evaluate.ts';
export {
  isOutside,
  type Chances,
  type Doubt,
  type InsideVerdict,
  type MeasuredVerdict,
  type NotComparableVerdict,
  type OutsideVerdict,
  type UndecidedVerdict,
  type Verdict,
} from './verdict.ts';
export { measured, verdictUnder } from './verdict-under.ts';
