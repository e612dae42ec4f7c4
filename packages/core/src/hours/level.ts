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

/** The weights of past spans. */
export interface Memory {
  /** In season days, so that work does not lose weight during an idle winter. */
  readonly halfLifeDays: number;
  /** Spans before the last change of the level have weight 0. */
  readonly sinceChange: boolean;
}

export const MEMORIES: readonly Memory[] = [
  ...[10, 40, 160, 640].map((halfLifeDays) => ({ halfLifeDays, sinceChange: false })),
  { halfLifeDays: 160, sinceChange: true },
];

/** How a level is estimated: the weights of the past, and the shrinkage towards the group. */
export interface LevelFit extends Memory {
  /** Season days of the group's rate that count as if the unit had run them. */
  readonly pullDays: number;
  /** Whether days between readings without any hours count. */
  readonly over: 'all-days' | 'worked-days';
}

/** Averages over a group. */
export interface GroupLevel {
  /** In hours a season day. */
  readonly perDay: number;
  /** Share of season days that lie in spans with hours. */
  readonly workedShare: number;
}

/** Hours and season days of the past, weighted by how recent they are. */
export interface LevelSums {
  readonly ran: number;
  readonly days: number;
  /** Those in spans with hours. */
  readonly worked: number;
}

export const NOTHING: LevelSums = { ran: 0, days: 0, worked: 0 };

const plus = (sums: LevelSums, { hours, worth }: Pick<WeighedSpan, 'hours' | 'worth'>, weight: number): LevelSums => ({
  ran: sums.ran + weight * hours,
  days: sums.days + weight * worth,
  worked: sums.worked + (hours > 0 ? weight * worth : 0),
});

/** The sums of a past, one for each of `MEMORIES`. */
export type RememberedSums = readonly LevelSums[];

/** Blocks of so many season days are compared; a ratio beyond this factor is a change of the level. Assumptions. */
const BLOCK_DAYS = 14;
const CHANGE = 1.7;

/** Accumulates spans away from one moment, the nearest first: into the past, or for reverse tests into the future. */
export class LevelPast {
  /** Season days so far. */
  worth = 0;
  #sums: RememberedSums = MEMORIES.map(() => NOTHING);
  /** Unweighted sums since the last change, and the block that is not yet compared with them. */
  #since = NOTHING;
  #block: WeighedSpan[] = [];
  #blockSums = NOTHING;
  #changed = false;

  add(span: WeighedSpan): void {
    const ago = this.worth + span.worth / 2;
    this.#sums = this.#sums.map((sums, index) => {
      const memory = MEMORIES[index] as Memory;
      return memory.sinceChange ? sums : plus(sums, span, 0.5 ** (ago / memory.halfLifeDays));
    });
    this.worth += span.worth;
    if (!this.#changed) this.#compare(span);
  }

  /** Adds blocks of spans to the sums since the last change, until a block differs. */
  #compare(span: WeighedSpan): void {
    this.#block.push(span);
    this.#blockSums = plus(this.#blockSums, span, 1);
    if (this.#blockSums.days < BLOCK_DAYS) return;
    const [near, far] = [this.#since, this.#blockSums].map(({ ran, days }) => ran / days) as [number, number];
    this.#changed = this.#since.days > 0 && (near > CHANGE * far || far > CHANGE * near);
    if (this.#changed) return;
    this.#sums = this.#withBlock();
    this.#since = [...this.#block].reduce((sums, each) => plus(sums, each, 1), this.#since);
    [this.#block, this.#blockSums] = [[], NOTHING];
  }

  #withBlock(): RememberedSums {
    return this.#sums.map((sums, index) => {
      const { halfLifeDays, sinceChange } = MEMORIES[index] as Memory;
      if (!sinceChange) return sums;
      let ago = this.worth - this.#blockSums.days;
      return this.#block.reduce((all, span) => {
        ago += span.worth;
        return plus(all, span, 0.5 ** ((ago - span.worth / 2) / halfLifeDays));
      }, sums);
    });
  }

  /** One for each of `MEMORIES`. */
  sums(): RememberedSums {
    // An incomplete block cannot show a change, so it counts.
    return this.#changed ? this.#sums : this.#withBlock();
  }
}

/**
 * The level in hours a season day. Over worked days it is the rate of these, times the group's share of them: rests of
 * the past then tell nothing of rests to come.
 */
export function levelPerDay(remembered: RememberedSums, fit: LevelFit, group: GroupLevel): number {
  return levelOfSums(remembered[memoryOf(fit)] ?? NOTHING, fit, group);
}

/** The level from the sums of the fit’s memory. */
export function levelOfSums({ ran, days, worked }: LevelSums, fit: LevelFit, group: GroupLevel): number {
  const { pullDays, over } = fit;
  const { perDay, workedShare } = group;
  const pulled = pullDays * perDay;
  return over === 'all-days' ? (ran + pulled) / (days + pullDays) : (ran * workedShare + pulled) / (worked + pullDays);
}

/** Index in `MEMORIES`. */
export const memoryOf = (fit: Memory): number =>
  MEMORIES.findIndex((each) => each.halfLifeDays === fit.halfLifeDays && each.sinceChange === fit.sinceChange);

export const daysApart = (a: number, b: number): number => (b - a) / MS_PER_DAY;
