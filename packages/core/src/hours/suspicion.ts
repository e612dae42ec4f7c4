import { MS_PER_DAY, above, atLeast, atMost, below, hours, same, type Hours, type Instant } from '../units/index.ts';
import { HABIT_READINGS, habitOf } from './habit.ts';
import { MODULI, inDateOrder, meterAt, metersInOrder, unrolled, type Meter } from './meter.ts';
import type { AcceptedReading, MeterReading } from './reading.ts';

/** The side of the reading on which the meter rolled over or was replaced. */
export type BreakSide = 'before' | 'after';

/** Why a reading does not add up, with the numbers that say so. */
export type Suspicion =
  | { readonly code: 'future'; readonly readAt: Instant }
  | { readonly code: 'same-moment'; readonly otherHours: Hours }
  | { readonly code: 'backwards'; readonly previousHours: Hours; readonly previousAt: Instant; readonly byHours: Hours }
  | { readonly code: 'above-later'; readonly laterHours: Hours; readonly laterAt: Instant }
  | { readonly code: 'more-than-a-day-holds'; readonly addedHours: Hours; readonly days: number }
  | { readonly code: 'above-habit'; readonly perDay: number; readonly usualMaxPerDay: number }
  | { readonly code: 'above-ceiling'; readonly perDay: number; readonly ceilingPerDay: number }
  | { readonly code: 'tenfold'; readonly likelyHours: Hours }
  | { readonly code: 'roll-over'; readonly modulus: Hours; readonly addedHours: Hours; readonly side: BreakSide }
  | { readonly code: 'new-meter'; readonly side: BreakSide };

export interface HabitRules {
  /** A day of more than this is doubted in every unit; null for no ceiling. */
  readonly ceilingPerDay: number | null;
  /** How many intervals must be known before a unit has a habit. */
  readonly intervalsForHabit: number;
  /** A day above this many times the 95th percentile is doubted. */
  readonly timesHabit: number;
}

export const DEFAULT_HABIT_RULES: HabitRules = { ceilingPerDay: 20, intervalsForHabit: 8, timesHabit: 3 };

/** Hours a day below which a unit is hardly used. An assumption. */
const LITTLE_USE = 0.5;

/** Meters show tenths: a difference of one tenth is how two people read one drum. */
const LAST_DIGIT = 0.1;

/** The place of a reading and its doubts. An empty list: the reading is consistent. */
export interface PlacedReading {
  /** Number of roll-overs of its meter before it, inferred from its neighbors. */
  readonly lap: number;
  readonly suspicions: readonly Suspicion[];
}

/** A reading with what its meter would show if it did not roll over. */
interface Neighbor {
  readonly at: Instant;
  readonly shown: Hours;
  readonly unrolled: number;
  readonly lap: number;
}

/**
 * Places a reading between its neighbors on its meter, in date order, and says what is odd about it.
 * @param accepted readings that count; suspect ones are no base for others
 */
export const placeReading = (
  reading: MeterReading,
  meters: readonly Meter[],
  accepted: readonly AcceptedReading[],
  now: Instant,
  rules: HabitRules = DEFAULT_HABIT_RULES,
): PlacedReading => new ReadingBase(meters, accepted).place(reading, now, rules);

/**
 * The accepted readings of a unit, indexed so that the cost of placing another reading does not grow with their number.
 */
export class ReadingBase {
  private readonly series: readonly Meter[];
  private readonly accepted: AcceptedReading[];

  constructor(meters: readonly Meter[], accepted: readonly AcceptedReading[]) {
    this.series = metersInOrder(meters);
    this.accepted = inDateOrder(accepted);
  }

  /** From here on it counts. */
  accept(reading: AcceptedReading): void {
    this.accepted.splice(this.firstAfter(reading.at), 0, reading);
  }

  /** Places a reading between its neighbors on its meter, in date order, and says what is odd about it. */
  place(reading: MeterReading, now: Instant, rules: HabitRules = DEFAULT_HABIT_RULES): PlacedReading {
    const meter = meterAt(this.series, reading.at);
    const start: Neighbor = { at: meter.from, shown: meter.startedAt, unrolled: meter.startedAt, lap: 0 };
    const after = this.firstAfter(reading.at);
    let before = after;
    while ((this.accepted[before - 1]?.at ?? -Infinity) >= reading.at) before -= 1;
    const previous = this.neighbor(before - 1, meter) ?? start;
    const next = this.neighbor(after, meter) ?? undefined;
    const placed = (lap: number, found: readonly Suspicion[]): PlacedReading => ({ lap, suspicions: found });
    if (reading.at > now) return placed(previous.lap, [{ code: 'future', readAt: reading.at }]);
    const twins = this.accepted.slice(before, after);
    const twin = twins.find(({ shown }) => same(shown, reading.shown)) ?? twins[0];
    if (twin !== undefined)
      return placed(twin.lap, same(twin.shown, reading.shown) ? [] : [{ code: 'same-moment', otherHours: twin.shown }]);
    const onLap = (lap: number): number => reading.shown + lap * (meter.modulus ?? 0);
    // Between two neighbors it can only be on one of their laps; a person decides about a lap that is not confirmed
    // yet.
    const laps = Array.from(
      { length: (next?.lap ?? previous.lap) - previous.lap + 1 },
      (_, each) => previous.lap + each,
    );
    const fitting = laps.filter((each) => misfits(onLap(each), reading.at, previous, next).length === 0);
    const [lap = previous.lap, orLap] = fitting;
    if (orLap !== undefined && meter.modulus !== null) {
      // Its neighbors lie so far apart that it may have been read before the roll-over as well as after it.
      const addedHours = hours(onLap(orLap) - previous.unrolled);
      return placed(lap, [{ code: 'roll-over', modulus: hours(meter.modulus), addedHours, side: 'before' }]);
    }
    const shown = onLap(lap);
    const plain = misfits(shown, reading.at, previous, next);
    const limit = this.dailyLimit(before, rules);
    return placed(
      lap,
      plain.length > 0
        ? [...plain, ...likelyCauses(reading, shown, meter, previous, next, limit.most())]
        : limit.doubt((shown - previous.unrolled) / daysFrom(previous.at, reading.at)),
    );
  }

  /** Place of the first accepted reading after a moment. */
  private firstAfter(at: Instant): number {
    let [lo, hi] = [0, this.accepted.length];
    while (lo < hi) {
      const middle = (lo + hi) >> 1;
      if ((this.accepted[middle]?.at ?? Infinity) <= at) lo = middle + 1;
      else hi = middle;
    }
    return lo;
  }

  /** The reading at a place, when it was read off this meter. */
  private neighbor(place: number, meter: Meter): Neighbor | null {
    const each = this.accepted[place];
    return each === undefined || meterAt(this.series, each.at) !== meter
      ? null
      : { ...each, unrolled: unrolled(each, meter) };
  }

  /**
   * The plausible daily use of this unit, and the limit above which a reading is doubted. @param place by the readings
   * around it
   */
  private dailyLimit(place: number, rules: HabitRules) {
    const from = Math.max(0, place - HABIT_READINGS);
    const around = this.accepted.slice(from, from + HABIT_READINGS);
    const { ceilingPerDay, timesHabit } = rules;
    const habit = habitOf(this.series, around, rules.intervalsForHabit, from === 0);
    // A standby set may run for days after a year of weekly starts: little or uneven use bounds nothing.
    const above95th = (): number =>
      habit !== null && atLeast(habit.usualMaxPerDay, LITTLE_USE) && habit.isEven()
        ? timesHabit * habit.usualMaxPerDay
        : Infinity;
    return {
      most: (): number => Math.min(24, ceilingPerDay ?? 24, above95th()),
      doubt: (perDay: number): Suspicion[] => {
        if (ceilingPerDay !== null && above(perDay, ceilingPerDay))
          return [{ code: 'above-ceiling', perDay, ceilingPerDay }];
        if (habit === null || habit.surelyReaches(perDay / timesHabit) || !above(perDay, above95th())) return [];
        return [{ code: 'above-habit', perDay, usualMaxPerDay: habit.usualMaxPerDay }];
      },
    };
  }
}

/** Impossible figures, independent of the use of the unit. */
function misfits(shown: number, at: Instant, previous: Neighbor, next: Neighbor | undefined): Suspicion[] {
  const found: Suspicion[] = [];
  const added = shown - previous.unrolled;
  const days = Math.max(0, (at - previous.at) / MS_PER_DAY);
  if (below(added, -LAST_DIGIT)) {
    found.push({ code: 'backwards', previousHours: previous.shown, previousAt: previous.at, byHours: hours(-added) });
  } else if (above(added, days * 24 + LAST_DIGIT)) {
    found.push({ code: 'more-than-a-day-holds', addedHours: hours(added), days });
  }
  if (next !== undefined) {
    const daysToNext = (next.at - at) / MS_PER_DAY;
    const addedToNext = next.unrolled - shown;
    if (below(addedToNext, -LAST_DIGIT)) {
      found.push({ code: 'above-later', laterHours: next.shown, laterAt: next.at });
    } else if (above(addedToNext, daysToNext * 24 + LAST_DIGIT)) {
      found.push({ code: 'more-than-a-day-holds', addedHours: hours(addedToNext), days: daysToNext });
    }
  }
  return found;
}

/**
 * Possible causes of an inconsistent reading: offered to a person, never applied. @param maxPerDay plausible daily use
 * of a unit like this
 */
function likelyCauses(
  reading: MeterReading,
  shown: number,
  meter: Meter,
  previous: Neighbor,
  next: Neighbor | undefined,
  maxPerDay: number,
): Suspicion[] {
  const found: Suspicion[] = [];
  for (const factor of [10, 0.1]) {
    const likely = Math.round(reading.shown * factor * 10) / 10;
    if (misfits(likely + shown - reading.shown, reading.at, previous, next).length === 0)
      found.push({ code: 'tenfold', likelyHours: hours(likely) });
  }
  const falls = (from: number, to: number): boolean => below(to, from - LAST_DIGIT);
  const breaks: readonly (readonly [BreakSide, Neighbor, Neighbor])[] = [
    ['before', previous, { ...reading, unrolled: shown, lap: previous.lap }],
    ...(next === undefined ? [] : ([['after', { ...reading, unrolled: shown, lap: previous.lap }, next]] as const)),
  ];
  for (const [side, from, to] of breaks) {
    if (!falls(from.unrolled, to.unrolled)) continue;
    // If the meter fell back before this reading, the readings after it must fit as well.
    if (side === 'after' && misfits(shown, reading.at, previous, undefined).length > 0) continue;
    const most = daysFrom(from.at, to.at) * maxPerDay + LAST_DIGIT;
    const modulus = (meter.modulus === null ? MODULI : [meter.modulus]).find(
      (each) => from.shown < each && to.shown < each && atMost(each - from.shown + to.shown, most),
    );
    // A roll-over before this reading would also lie before the next one, which is known to have none.
    if (side === 'before' && next !== undefined) continue;
    if (modulus !== undefined)
      found.push({
        code: 'roll-over',
        modulus: hours(modulus),
        addedHours: hours(modulus - from.shown + to.shown),
        side,
      });
    if (atMost(to.shown, most)) found.push({ code: 'new-meter', side });
  }
  return found;
}

/** Two readings within a day give no useful daily rate, so a shorter span counts as one day. */
const daysFrom = (from: Instant, to: Instant): number => Math.max(1, (to - from) / MS_PER_DAY);
