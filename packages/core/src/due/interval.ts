import type { Hours } from '../units/index.ts';
import type { SeasonDay } from './season.ts';

/** When a family asks for its check: by hours, by months, before the season, whichever comes first; the first check may be earlier. */
export interface CheckInterval {
  readonly hours: Hours | null;
  readonly months: number | null;
  readonly season: SeasonDay | null;
  readonly breakInHours: Hours | null;
}

/** How early a shop wants to be told, and how old a reading may be before the hours count as unknown. */
export interface DueRules {
  /** Share of the hours interval. */
  readonly leadShare: number;
  readonly leadDays: number;
  readonly readingStaleAfterDays: number;
}

export const DEFAULT_DUE_RULES: DueRules = { leadShare: 0.1, leadDays: 14, readingStaleAfterDays: 45 };
