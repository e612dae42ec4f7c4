export { valveKey, valvesOf, type Valve, type ValveKind, type ValveLayout } from './valve.ts';
export type { Rule } from './rule.ts';
export { PLAUSIBLE_GAP_MM, windowOf, type RulePart, type RuleRefusal, type Window } from './window.ts';
export type { EngineTemperatureRule, GaugingConditions, Position } from './conditions.ts';
export type { Specification } from './specification.ts';
