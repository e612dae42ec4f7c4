import { addCalendarDays, dayAt, startOfDay, type Day, type Instant, type TimeZone } from '../units/index.ts';

/** The day of each year before which the check should be done, such as the first of March. */
export interface SeasonDay {
  /** 1 is January. */
  readonly month: number;
  readonly day: number;
}

/**
 * How long before the day a check may have been made and still count for the season to come. An assumption of this
 * program (common practice, no source): the quiet quarter before a season is when shops do it.
 */
export const COUNTS_FOR_SEASON_DAYS = 92;

/** The start (in the zone) of the first season day for which a check done at `from` no longer counts. */
export function seasonDueAfter(from: Instant, season: SeasonDay, zone: TimeZone): Instant {
  const earliest = addCalendarDays(dayAt(from, zone), COUNTS_FOR_SEASON_DAYS);
  const year = Number(earliest.slice(0, 4));
  const due = dayIn(year, season);
  return startOfDay(due >= earliest ? due : dayIn(year + 1, season), zone);
}

/** A day of the year in one year. 29 February becomes the last day of February in other years. */
export function dayIn(year: number, { month, day }: SeasonDay): Day {
  const lastDay = new Date(Date.UTC(year, month, 0)).getUTCDate();
  return new Date(Date.UTC(year, month - 1, Math.min(day, lastDay))).toISOString().slice(0, 10);
}

/** The days of the year on which units work, both ends included; it may run over the turn of the year. */
export interface WorkingSeason {
  readonly from: SeasonDay;
  readonly to: SeasonDay;
}

/** Whether a moment lies in the season, by its day in the zone. */
export function inSeason(at: Instant, { from, to }: WorkingSeason, zone: TimeZone): boolean {
  const today = dayAt(at, zone);
  const year = Number(today.slice(0, 4));
  const [now, first, last] = [today, dayIn(year, from), dayIn(year, to)];
  return first <= last ? now >= first && now <= last : now >= first || now <= last;
}
