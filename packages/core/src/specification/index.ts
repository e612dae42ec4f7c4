export { valveKey, valvesOf, type Valve, type ValveKind, type ValveLayout } from './valve.ts';
export { aimIn, type AimPolicy } from './aim.ts';
export { PLAUSIBLE_GAP_MM, isPlausibleGap } from './plausible.ts';
export type { Rule } from './rule.ts';
export { ruleFromText, ruleText } from './rule-text.ts';
export { slipBetween, slipOf, type Slip } from './slips.ts';
export {
  DEFAULT_HOUSE_WINDOW,
  windowOf,
  type HouseWindowRules,
  type RulePart,
  type RuleRefusal,
  type Window,
} from './window.ts';
export type { EngineTemperatureRule, GaugingConditions, Position } from './conditions.ts';
export type { Specification } from './specification.ts';
