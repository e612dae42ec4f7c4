import type { Hours, Instant, TimeZone } from '../units/index.ts';
import { inSeason, type SeasonDay, type WorkingSeason } from './season.ts';

/**
 * The check interval of a family: hours, months, or a day before the season, whichever comes first; the first check may
 * be earlier.
 */
export interface CheckInterval {
  readonly hours: Hours | null;
  readonly months: number | null;
  readonly season: SeasonDay | null;
  readonly breakInHours: Hours | null;
}

/** The part of an interval that is not above 0. */
export const intervalRefusal = ({ hours, months, breakInHours }: CheckInterval): keyof CheckInterval | null => {
  const parts = { hours, months, breakInHours };
  for (const name of ['hours', 'months', 'breakInHours'] as const) {
    const value = parts[name];
    if (value !== null && !(value > 0)) return name;
  }
  return null;
};

/** How early a unit counts as due soon, and after how many days a reading no longer counts. */
export interface DueRules {
  /** Share of the hours interval. */
  readonly leadShare: number;
  readonly leadDays: number;
  readonly staleAfterDays: number;
  /** The same outside the working season. */
  readonly staleOffSeasonDays: number;
  /** When the shop's units work; null: all year. */
  readonly workingSeason: WorkingSeason | null;
  /** Whether an interval by months runs on while a unit is put away. */
  readonly monthsInStorage: 'count' | 'stand-still';
}

export const DEFAULT_DUE_RULES: DueRules = {
  leadShare: 0.1,
  leadDays: 14,
  staleAfterDays: 45,
  staleOffSeasonDays: 45,
  workingSeason: null,
  monthsInStorage: 'count',
};

/** How many days a reading counts, on a given day. */
export const staleAfter = (rules: DueRules, now: Instant, zone: TimeZone): number =>
  rules.workingSeason === null || inSeason(now, rules.workingSeason, zone)
    ? rules.staleAfterDays
    : rules.staleOffSeasonDays;
