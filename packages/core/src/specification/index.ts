export { valveKey, valvesOf, type Valve, type ValveKind, type ValveLayout } from './valve.ts';
export { targetIn, type TargetPolicy } from './target.ts';
export { PLAUSIBLE_GAP_MM, isPlausibleGap } from './plausible.ts';
export type { Rule } from './rule.ts';
export { mapParts, partsOf, type RulePart } from './rule-parts.ts';
export { ruleFromText, ruleText } from './rule-text.ts';
export {
  figureReadings,
  pairReadings,
  slipBetween,
  slipOf,
  type FigureContext,
  type FigureReading,
  type PairReading,
  type PairSlip,
  type Slip,
} from './slips.ts';
export { ruleSlips, type RuleSlip } from './rule-slips.ts';
export { DEFAULT_SHOP_WINDOW, windowOf, type ShopWindowRules, type RuleRefusal, type Window } from './window.ts';
export {
  POSITIONS,
  USUAL_COLD_C,
  USUAL_REST_HOURS,
  type EngineTemperatureRule,
  type GaugingConditions,
  type Position,
} from './conditions.ts';
export type { Specification } from './specification.ts';
