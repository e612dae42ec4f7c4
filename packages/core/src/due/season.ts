import { MS_PER_DAY, instant, type Instant } from '../units/index.ts';

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

/** The first such day for which what was done at `from` does not count any more, at midnight UTC. */
export function seasonDueAfter(from: Instant, season: SeasonDay): Instant {
  const earliest = from + COUNTS_FOR_SEASON_DAYS * MS_PER_DAY;
  const year = new Date(earliest).getUTCFullYear();
  const due = dayIn(year, season);
  return instant(due >= earliest ? due : dayIn(year + 1, season));
}

/** 29 February is the last of February where there is none. */
function dayIn(year: number, { month, day }: SeasonDay): number {
  const lastDay = new Date(Date.UTC(year, month, 0)).getUTCDate();
  return Date.UTC(year, month - 1, Math.min(day, lastDay));
}

/** The days of the year on which units work, both ends included; it may run over the turn of the year. */
export interface WorkingSeason {
  readonly from: SeasonDay;
  readonly to: SeasonDay;
}

/** Whether a moment lies in the season, by its day in UTC. */
export function inSeason(at: Instant, { from, to }: WorkingSeason): boolean {
  const day = new Date(at);
  const place = ({ month, day: ofMonth }: SeasonDay): number => month * 100 + ofMonth;
  const [now, first, last] = [place({ month: day.getUTCMonth() + 1, day: day.getUTCDate() }), place(from), place(to)];
  return first <= last ? now >= first && now <= last : now >= first || now <= last;
}
