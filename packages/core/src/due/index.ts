export { DEFAULT_DUE_RULES, intervalRefusal, staleAfter, type CheckInterval, type DueRules } from './interval.ts';
export { COUNTS_FOR_SEASON_DAYS, inSeason, seasonDueAfter, type SeasonDay, type WorkingSeason } from './season.ts';
export { seasonDayFromText, seasonDayText } from './season-text.ts';
export type { ServiceStart } from './limits.ts';
export { SYMPTOMS, WORK_LEFT, type Reason, type Symptom, type WorkLeft } from './reason.ts';
export type { LeftInside, ValveAsLeft, ValveHistory } from './valve-history.ts';
export { statusOf, type OpenFollowUp, type UnitStatus, type StatusInput } from './unit-status.ts';
export { nextCalendarChange, nextChanges, type Countdown, type NextChange } from './next-change.ts';
export { UNIT_STATES, rankOf, type UnitState, type UnitUse } from './state.ts';
