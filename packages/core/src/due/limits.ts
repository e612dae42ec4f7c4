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
  /** The hours at which the interval began were not read but calculated from readings around. */
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
  const limits = valves.flatMap(({ leftInside }) => {
    if (leftInside !== null) {
      return interval.hours === null || leftInside.hours === null
        ? []
        : [
            {
              from: leftInside.hours,
              length: interval.hours,
              firstCheck: false,
              estimated: leftInside.hoursEstimated === true,
            },
          ];
    }
    const first = interval.breakInHours ?? interval.hours;
    return first === null ? [] : [{ from: start.hours, length: first, firstCheck: true, estimated: false }];
  });
  if (limits.length === 0) return null;
  const earliest = limits.reduce((a, b) => (below(b.from + b.length, a.from + a.length) ? b : a));
  const dueAtHours = hours(earliest.from + earliest.length);
  return {
    dueAtHours,
    intervalHours: earliest.length,
    firstCheck: earliest.firstCheck,
    estimated: earliest.estimated,
    hoursLeft: now === null ? null : hours(dueAtHours - now.hours),
  };
}

/** Valves whose interval began at hours that nobody knows: their limit cannot be calculated, which is never in order. */
export const unknownStarts = (
  interval: CheckInterval,
  valves: readonly ValveHistory[],
): readonly { readonly valve: Valve; readonly at: Instant }[] =>
  interval.hours === null
    ? []
    : valves.flatMap(({ valve, leftInside }) =>
        leftInside !== null && leftInside.hours === null ? [{ valve, at: leftInside.at }] : [],
      );

/** A time in which a unit was put away; `to` is null while it still is. */
export interface StorageSpan {
  readonly from: Instant;
  readonly to: Instant | null;
}

/**
 * The earliest calendar limit over all valves.
 * @param stored times for which the months stood still, oldest first; none where the shop lets calendar time run on in
 *   storage. While one is open no month counts, and only the season does.
 */
export function dateLimit(
  { months: asked, season }: CheckInterval,
  valves: readonly ValveHistory[],
  start: ServiceStart,
  now: Instant,
  zone: TimeZone,
  stored: readonly StorageSpan[] = [],
): DateLimit | null {
  const months = stored.some(({ to }) => to === null) ? null : asked;
  const limits = valves.flatMap(({ leftInside }) => {
    const from = leftInside?.at ?? start.at;
    return [
      ...(months === null ? [] : [{ months, dueAt: movedBy(stored, from, addMonths(from, months, zone)) }]),
      ...(season === null ? [] : [{ months: null, dueAt: seasonDueAfter(from, season, zone) }]),
    ];
  });
  if (limits.length === 0) return null;
  const earliest = limits.reduce((a, b) => (b.dueAt < a.dueAt ? b : a));
  return { ...earliest, daysLeft: daysBetween(now, earliest.dueAt) };
}

/** A due moment, moved by the time that lay in storage before it was reached: what was overdue before stays so. */
function movedBy(stored: readonly StorageSpan[], from: Instant, unmoved: Instant): Instant {
  let dueAt: number = unmoved;
  for (const span of stored) {
    if (span.to === null || span.from >= dueAt) break;
    dueAt += Math.max(0, span.to - Math.max(span.from, from));
  }
  return dueAt as Instant;
}
