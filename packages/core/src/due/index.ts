export { DEFAULT_DUE_RULES, intervalRefusal, staleAfter, type CheckInterval, type DueRules } from './interval.ts';
export { COUNTS_FOR_SEASON_DAYS, inSeason, seasonDueAfter, type SeasonDay, type WorkingSeason } from './season.ts';
export { seasonDayFromText, seasonDayText } from './season-text.ts';
export type { ServiceStart, StorageSpan } from './limits.ts';
export { SYMPTOMS, WORK_LEFT, isTouched, type OpenWork, type Reason, type Symptom, type WorkLeft } from './reason.ts';
export type { LeftInside, ValveAsLeft, ValveHistory } from './valve-history.ts';
export { statusAsOf } from './as-of.ts';
export {
  statusOf,
  widthsOutside,
  type OpenCheck,
  type OpenFollowUp,
  type UnitStatus,
  type StatusInput,
} from './unit-status.ts';
export { nextCalendarChange, nextChanges, type Countdown, type NextChange } from './next-change.ts';
export { UNIT_STATES, rankOf, rankOfReason, type UnitState, type UnitUse } from './state.ts';
