import { MS_PER_DAY, type Instant, type TimeZone } from '../units/index.ts';
import type { CumulativeHours } from './cumulative.ts';
import { seasonDays, type SeasonProfile } from './season-profile.ts';

/** Hours that were run between two readings. */
export interface Span {
  readonly from: Instant;
  readonly to: Instant;
  readonly hours: number;
}

export const spansOf = (known: readonly CumulativeHours[]): Span[] =>
  known.slice(1).flatMap((after, index) => {
    const before = known[index] as CumulativeHours;
    return after.readAt > before.readAt
      ? [{ from: before.readAt, to: after.readAt, hours: Math.max(0, after.hours - before.hours) }]
      : [];
  });

/** A span with the season days that it is worth. */
export interface WeighedSpan extends Span {
  readonly worth: number;
}

export const weighed = (spans: readonly Span[], profile: SeasonProfile, zone: TimeZone): WeighedSpan[] =>
  spans.map((span) => ({ ...span, worth: seasonDays(span.from, span.to, profile, zone) }));

/** How a level is estimated: how fast the past is forgotten, and how strongly it is drawn to the group. */
export interface LevelFit {
  readonly halfLifeDays: number;
  /** Season days of the group's rate that count as if the unit had run them. */
  readonly pullDays: number;
}

/** Hours and season days of the past, weighted by how recent they are. */
export interface LevelSums {
  ran: number;
  days: number;
}

/** @param agoDays distance of the middle of the span from the moment of the estimate */
export function addSpan(
  sums: LevelSums,
  { hours, worth }: Pick<WeighedSpan, 'hours' | 'worth'>,
  agoDays: number,
  halfLifeDays: number,
): void {
  const weight = 0.5 ** (agoDays / halfLifeDays);
  sums.ran += weight * hours;
  sums.days += weight * worth;
}

/** The level in hours a season day. @param pullDays see `LevelFit` */
export const levelPerDay = ({ ran, days }: Readonly<LevelSums>, pullDays: number, groupPerDay: number): number =>
  (ran + pullDays * groupPerDay) / (days + pullDays);

export const daysApart = (a: number, b: number): number => (b - a) / MS_PER_DAY;
