import type { CumulativeHours } from '../hours/index.ts';
import type { Valve } from '../specification/index.ts';
import { addMonths, below, daysBetween, hours, type Hours, type Instant, type TimeZone } from '../units/index.ts';
import type { CheckInterval } from './interval.ts';
import type { ValveHistory } from './valve-history.ts';
import { seasonDueAfter } from './season.ts';

export interface HoursLimit {
  readonly dueAtHours: Hours;
  readonly intervalHours: Hours;
  readonly firstCheck: boolean;
  /** The hours at the start of the interval were interpolated between readings. */
  readonly estimated: boolean;
  /** Null while the hours are not known. Negative: past the limit. */
  readonly hoursLeft: Hours | null;
}

export interface DateLimit {
  readonly dueAt: Instant;
  /** Null: the day before the season. */
  readonly months: number | null;
  readonly daysLeft: number;
}

/** Where a unit's hours and calendar start before its first check. */
export interface ServiceStart {
  readonly at: Instant;
  readonly hours: Hours;
}

/**
 * The earliest hours limit over all valves: a check only restarts the interval of a valve that it left inside, and
 * the unit follows its worst valve. The first check is owed per valve until it was first left inside.
 */
export function hoursLimit(
  interval: CheckInterval,
  valves: readonly ValveHistory[],
  start: ServiceStart,
  now: CumulativeHours | null,
): HoursLimit | null {
  // One pass without intermediate lists, because a large fleet calls this a million times.
  let earliest: { from: number; length: Hours; firstCheck: boolean; estimated: boolean } | null = null;
  for (const { leftInside } of valves) {
    const length = leftInside === null ? (interval.breakInHours ?? interval.hours) : interval.hours;
    const from = leftInside === null ? start.hours : leftInside.hours;
    if (length === null || from === null) continue;
    if (earliest !== null && !below(from + length, earliest.from + earliest.length)) continue;
    earliest = { from, length, firstCheck: leftInside === null, estimated: leftInside?.hoursEstimated === true };
  }
  if (earliest === null) return null;
  const dueAtHours = hours(earliest.from + earliest.length);
  return {
    dueAtHours,
    intervalHours: earliest.length,
    firstCheck: earliest.firstCheck,
    estimated: earliest.estimated,
    hoursLeft: now === null ? null : hours(dueAtHours - now.hours),
  };
}

/** Valves whose interval began at unknown hours: their limit cannot be calculated, so the unit is never ok. */
export const unknownStarts = (
  interval: CheckInterval,
  valves: readonly ValveHistory[],
): readonly { readonly valve: Valve; readonly at: Instant }[] =>
  interval.hours === null
    ? []
    : valves.flatMap(({ valve, leftInside }) =>
        leftInside !== null && leftInside.hours === null ? [{ valve, at: leftInside.at }] : [],
      );

/** A period in storage; `to` is null while the unit is still stored. */
export interface StorageSpan {
  readonly from: Instant;
  readonly to: Instant | null;
}

/**
 * The earliest calendar limit over all valves.
 * @param stored storage periods for which the months were paused, oldest first; empty when the shop lets calendar time
 * run on in storage. While a period is open, a limit by months that was not reached before it does not count.
 */
export function dateLimit(
  { months, season }: CheckInterval,
  valves: readonly ValveHistory[],
  start: ServiceStart,
  now: Instant,
  zone: TimeZone,
  stored: readonly StorageSpan[] = [],
): DateLimit | null {
  let earliest: { months: number | null; dueAt: Instant } | null = null;
  for (const { leftInside } of valves) {
    const from = leftInside?.at ?? start.at;
    if (months !== null) {
      const dueAt = movedBy(stored, from, addMonths(from, months, zone));
      if (dueAt !== null && (earliest === null || dueAt < earliest.dueAt)) earliest = { months, dueAt };
    }
    if (season !== null) {
      const dueAt = seasonDueAfter(from, season, zone);
      if (earliest === null || dueAt < earliest.dueAt) earliest = { months: null, dueAt };
    }
  }
  return earliest === null ? null : { ...earliest, daysLeft: daysBetween(now, earliest.dueAt) };
}

/**
 * A due moment, postponed by the storage time before it; null while a storage period that began before it is open. A
 * unit that was overdue before storage stays overdue.
 */
function movedBy(stored: readonly StorageSpan[], from: Instant, unmoved: Instant): Instant | null {
  let dueAt: number = unmoved;
  for (const span of stored) {
    if (span.from >= dueAt) break;
    if (span.to === null) return null;
    dueAt += Math.max(0, span.to - Math.max(span.from, from));
  }
  return dueAt as Instant;
}
