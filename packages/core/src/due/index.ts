export { DEFAULT_DUE_RULES, intervalRefusal, staleAfter, type CheckInterval, type DueRules } from './interval.ts';
export { COUNTS_FOR_SEASON_DAYS, inSeason, seasonDueAfter, type SeasonDay, type WorkingSeason } from './season.ts';
export { seasonDayFromText, seasonDayText } from './season-text.ts';
export type { ServiceStart } from './limits.ts';
export type { Reason, Symptom } from './reason.ts';
export type { LeftInside, ValveOutcome, ValveRecord } from './record.ts';
export { standingOf, type Standing, type StandingInput } from './standing.ts';
export { STANDING_STATES, rankOf, type StandingState, type UnitUse } from './state.ts';
