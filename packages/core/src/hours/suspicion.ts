import { MS_PER_DAY, hours, type Hours, type Instant } from '../units/index.ts';
import { inDateOrder } from './cumulative.ts';
import { usualMostPerDay } from './habit.ts';
import type { AcceptedReading, MeterReading } from './reading.ts';

/** Why a reading does not add up, with the numbers that say so. */
export type Suspicion =
  | { readonly code: 'future'; readonly readAt: Instant }
  | { readonly code: 'same-moment'; readonly otherHours: Hours }
  | { readonly code: 'backwards'; readonly previousHours: Hours; readonly previousAt: Instant; readonly byHours: Hours }
  | { readonly code: 'above-later'; readonly laterHours: Hours; readonly laterAt: Instant }
  | { readonly code: 'more-than-a-day-holds'; readonly addedHours: Hours; readonly days: number }
  | { readonly code: 'above-habit'; readonly perDay: number; readonly usualMostPerDay: number }
  | { readonly code: 'above-ceiling'; readonly perDay: number; readonly ceilingPerDay: number }
  | { readonly code: 'tenfold'; readonly likelyHours: Hours }
  | { readonly code: 'roll-over'; readonly modulus: Hours; readonly addedHours: Hours }
  | { readonly code: 'new-meter' };

export interface HabitRules {
  /** A day of more than this is doubted in every unit; null for no ceiling. */
  readonly ceilingPerDay: number | null;
  /** How many intervals must be known before a unit has a habit. */
  readonly intervalsForHabit: number;
  /** A day above this many times the 95th percentile is doubted. */
  readonly timesHabit: number;
}

export const DEFAULT_HABIT_RULES: HabitRules = { ceilingPerDay: 20, intervalsForHabit: 8, timesHabit: 3 };

/** Meters show tenths: a difference of one tenth is how two people read one drum. */
const LAST_DIGIT = 0.1 + 1e-9;
/** After 999.9 comes 000.0 (common practice, no source): meters count modulo these. */
const MODULI = [1_000, 10_000, 100_000];

/**
 * Everything that is odd about a reading, held against both its neighbours in date order. Empty: it adds up.
 * @param base what the meter showed when the unit came into service
 * @param accepted readings that count; suspect ones are no base for the next
 */
export function suspicions(
  reading: MeterReading,
  base: MeterReading,
  accepted: readonly AcceptedReading[],
  now: Instant,
  rules: HabitRules = DEFAULT_HABIT_RULES,
): Suspicion[] {
  if (reading.at > now) return [{ code: 'future', readAt: reading.at }];
  const known = inDateOrder(accepted);
  const same = known.find((other) => other.at === reading.at);
  if (same && Math.abs(same.shown - reading.shown) > 1e-9) return [{ code: 'same-moment', otherHours: same.shown }];
  const previous = known.findLast((other) => other.at < reading.at) ?? base;
  const next = known.find((other) => other.at > reading.at);
  const plain = misfits(reading, previous, next);
  if (plain.length > 0) return [...plain, ...likelyCauses(reading, previous, next)];
  return unusual(reading, previous, [base, ...known], rules);
}

/** What cannot be, whoever used the unit. */
function misfits(reading: MeterReading, previous: MeterReading, next: AcceptedReading | undefined): Suspicion[] {
  const found: Suspicion[] = [];
  const added = reading.shown - previous.shown;
  const days = Math.max(0, (reading.at - previous.at) / MS_PER_DAY);
  if (added < -LAST_DIGIT) {
    found.push({ code: 'backwards', previousHours: previous.shown, previousAt: previous.at, byHours: hours(-added) });
  } else if (added > days * 24 + LAST_DIGIT) {
    found.push({ code: 'more-than-a-day-holds', addedHours: hours(added), days });
  }
  // A later reading on a new or rolled-over meter says nothing about the one before it.
  if (next !== undefined && (next.confirmed === undefined || next.confirmed.kind === 'as-read')) {
    const daysToNext = (next.at - reading.at) / MS_PER_DAY;
    const addedToNext = next.shown - reading.shown;
    if (addedToNext < -LAST_DIGIT) {
      found.push({ code: 'above-later', laterHours: next.shown, laterAt: next.at });
    } else if (addedToNext > daysToNext * 24 + LAST_DIGIT) {
      found.push({ code: 'more-than-a-day-holds', addedHours: hours(addedToNext), days: daysToNext });
    }
  }
  return found;
}

/** What may lie behind a misfit: offered to a person, never applied. */
function likelyCauses(reading: MeterReading, previous: MeterReading, next: AcceptedReading | undefined): Suspicion[] {
  const found: Suspicion[] = [];
  const most = Math.max(0, (reading.at - previous.at) / MS_PER_DAY) * 24;
  for (const factor of [10, 0.1]) {
    const likely = { at: reading.at, shown: hours(Math.round(reading.shown * factor * 10) / 10) };
    if (misfits(likely, previous, next).length === 0) found.push({ code: 'tenfold', likelyHours: likely.shown });
  }
  if (reading.shown < previous.shown - LAST_DIGIT && next === undefined) {
    const modulus = MODULI.find((each) => previous.shown < each && previous.shown > 0.9 * each);
    const added = modulus === undefined ? Infinity : modulus - previous.shown + reading.shown;
    if (modulus !== undefined && added <= most) {
      found.push({ code: 'roll-over', modulus: hours(modulus), addedHours: hours(added) });
    }
    if (reading.shown <= most) found.push({ code: 'new-meter' });
  }
  return found;
}

/** What can be but is far from how this unit, or any unit of this shop, is used. */
function unusual(
  reading: MeterReading,
  previous: MeterReading,
  known: readonly AcceptedReading[],
  rules: HabitRules,
): Suspicion[] {
  // Two readings within a day say little about a daily rate: less than a day counts as one.
  const days = Math.max(1, (reading.at - previous.at) / MS_PER_DAY);
  const perDay = (reading.shown - previous.shown) / days;
  if (rules.ceilingPerDay !== null && perDay > rules.ceilingPerDay) {
    return [{ code: 'above-ceiling', perDay, ceilingPerDay: rules.ceilingPerDay }];
  }
  const usual = usualMostPerDay(known, rules.intervalsForHabit);
  if (usual !== null && usual > 0 && perDay > rules.timesHabit * usual) {
    return [{ code: 'above-habit', perDay, usualMostPerDay: usual }];
  }
  return [];
}
