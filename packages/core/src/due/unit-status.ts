import type { CumulativeHours } from '../hours/index.ts';
import { above, atMost, daysBetween, hours, type Hours, type Instant, type TimeZone } from '../units/index.ts';
import { isOutside } from '../verdict/index.ts';
import { DEFAULT_DUE_RULES, intervalRefusal, staleAfter, type CheckInterval, type DueRules } from './interval.ts';
import {
  dateLimit,
  hoursLimit,
  unknownStarts,
  type DateLimit,
  type HoursLimit,
  type ServiceStart,
  type StorageSpan,
} from './limits.ts';
import { isTouched, type OpenWork, type Reason, type Symptom, type WorkLeft } from './reason.ts';
import type { ValveHistory } from './valve-history.ts';
import { rankOfReason, stateOf, type UnitState, type UnitUse } from './state.ts';

export interface StatusInput {
  readonly now: Instant;
  /** Time zone of the shop, in which days are counted. */
  readonly zone: TimeZone;
  readonly use: UnitUse;
  readonly start: ServiceStart;
  readonly interval: CheckInterval;
  /** False: the unit has no hour meter, and only the calendar counts. */
  readonly metered: boolean;
  /** A lead stated that its family has no interval. */
  readonly noIntervalOnPurpose?: boolean;
  readonly hours: CumulativeHours | null;
  /** The hours are estimated from days or fuel because it has no meter. */
  readonly hoursEstimated?: boolean;
  readonly valves: readonly ValveHistory[];
  readonly problemReports: readonly {
    readonly symptom: Symptom;
    readonly at: Instant;
    readonly doNotRun: boolean;
  }[];
  /** The unfinished check on the bench and its open work; null or undefined without an unfinished check. */
  readonly openCheck?: OpenCheck | null;
  /** Conditions that earlier checks left. */
  readonly workLeft?: readonly { readonly what: WorkLeft; readonly at: Instant }[];
  /** Open follow-ups, and checks that were closed without a run. */
  readonly followUps?: readonly OpenFollowUp[];
  readonly specified: boolean;
  /** Storage periods, oldest first. */
  readonly stored?: readonly StorageSpan[];
}

/** An unsigned check: the person who worked on it last, and when it was begun. */
export interface OpenCheck extends OpenWork {
  readonly by: string;
  readonly at: Instant;
}

/** A follow-up that is not closed yet. */
export type OpenFollowUp =
  | {
      readonly kind: 'unfinished';
      readonly what: string;
      readonly by: string | null;
      readonly at: Instant;
    }
  | { readonly kind: 'prove-at-work'; readonly at: Instant };

/** The status of a unit with all its reasons, worst first. */
export interface UnitStatus {
  readonly state: UnitState;
  readonly reasons: readonly Reason[];
  readonly hoursNow: Hours | null;
  readonly dueAtHours: Hours | null;
  readonly hoursLeft: Hours | null;
  readonly intervalHours: Hours | null;
  readonly dueAt: Instant | null;
  readonly daysLeft: number | null;
  /** Length of the calendar interval in days; null without one. */
  readonly intervalDays: number | null;
  /** Share of the interval that remains, by hours or by date, whichever is less; 0 at the limit, negative past it. */
  readonly shareLeft: number | null;
  /** Orders units of the same state; the largest comes first. */
  readonly urgency: number;
}

/**
 * Computes the status of a unit. The yard, the reports and the tests all use it.
 * @throws RangeError for an interval that `intervalRefusal` refuses: callers check it when a family is entered
 */
export function statusOf(input: StatusInput, rules: DueRules = DEFAULT_DUE_RULES): UnitStatus {
  const wrong = intervalRefusal(input.interval);
  if (wrong !== null) throw new RangeError(`an interval must be above 0: ${wrong}`);
  const byHours = input.metered ? hoursLimit(input.interval, input.valves, input.start, input.hours) : null;
  const stored = rules.monthsInStorage === 'stand-still' ? (input.stored ?? []) : [];
  const byDate = dateLimit(input.interval, input.valves, input.start, input.now, input.zone, stored);
  const paused =
    input.interval.months !== null && stored.some(({ to }) => to === null) && (byDate?.months ?? null) === null;
  const reasons = [
    ...openCheckReasons(input.openCheck ?? null),
    ...valveReasons(input),
    ...(input.workLeft ?? []).map(({ what, at }): Reason => ({ code: 'work-left', what, at })),
    ...(input.followUps ?? []).map(followUpReason),
    ...limitReasons(byHours && input.hoursEstimated ? { ...byHours, estimated: true } : byHours, byDate, rules),
    ...(paused ? [{ code: 'months-stand-still' } as const] : []),
    ...unknownReasons(input, byDate !== null || paused),
    ...input.problemReports.map((report): Reason => ({ code: 'problem', ...report })),
    ...historyReasons(input, rules),
  ].sort((a, b) => rankOfReason(a) - rankOfReason(b));
  // A month counts as a twelfth of a year here, a season as a year: the share is for drawing and ordering, not for the limit.
  const intervalDays = byDate === null ? null : ((byDate.months ?? 12) * 365.25) / 12;
  const shareLeft = leastShare(
    byHours === null || byHours.hoursLeft === null
      ? null
      : { hoursLeft: byHours.hoursLeft, intervalHours: byHours.intervalHours },
    byDate === null || intervalDays === null ? null : { daysLeft: byDate.daysLeft, intervalDays },
  );
  return {
    state: stateOf(reasons, input.use),
    reasons,
    hoursNow: input.hours?.hours ?? null,
    dueAtHours: byHours?.dueAtHours ?? null,
    hoursLeft: byHours?.hoursLeft ?? null,
    intervalHours: byHours?.intervalHours ?? null,
    dueAt: byDate?.dueAt ?? null,
    daysLeft: byDate?.daysLeft ?? null,
    intervalDays,
    shareLeft,
    urgency: urgencyOf(reasons, shareLeft),
  };
}

function openCheckReasons(open: OpenCheck | null): Reason[] {
  if (open === null) return [];
  return isTouched(open) ? [{ code: 'check-open', ...open }] : [{ code: 'on-bench', by: open.by, at: open.at }];
}

function valveReasons({ valves, hours: now }: StatusInput): Reason[] {
  const gauged = valves.some(({ last }) => last !== null);
  return valves.flatMap(({ valve, last }): Reason[] => {
    if (last === null) return gauged ? [{ code: 'valve-never-gauged', valve }] : [];
    const { verdict, window, reading, at } = last;
    const gap = reading.kind === 'interval' ? reading.gap : null;
    if (isOutside(verdict)) {
      const { state: side, byAtLeastMm, byAtMostMm } = verdict;
      const hoursSince = now === null || last.hours === null ? null : hours(Math.max(0, now.hours - last.hours));
      return [{ code: 'valve-outside', valve, side, byAtLeastMm, byAtMostMm, gap, window, at, hoursSince }];
    }
    if (verdict.state === 'undecided' && verdict.why === 'untried') return [{ code: 'valve-moved', valve, at }];
    if (verdict.state === 'undecided') {
      return [{ code: 'valve-undecided', valve, doubt: verdict.why, obstacles: [], gap, window, at }];
    }
    if (verdict.state === 'not-comparable') {
      const { obstacles } = verdict;
      return [{ code: 'valve-undecided', valve, doubt: 'not-comparable', obstacles, gap, window, at }];
    }
    return [];
  });
}

const followUpReason = (open: OpenFollowUp): Reason =>
  open.kind === 'prove-at-work'
    ? { code: 'to-prove', at: open.at }
    : { code: 'follow-up', what: open.what, by: open.by, at: open.at };

function limitReasons(byHours: HoursLimit | null, byDate: DateLimit | null, rules: DueRules): Reason[] {
  const found: Reason[] = [];
  if (byHours !== null && byHours.hoursLeft !== null) {
    const { hoursLeft, intervalHours, firstCheck, estimated } = byHours;
    const limit = { intervalHours, firstCheck, estimated };
    // Avoids -0 at the limit, which JSON and the database do not keep.
    if (atMost(hoursLeft, 0))
      found.push({ code: 'past-hours', hoursPast: hours(Math.max(0, 0 - hoursLeft)), ...limit });
    else if (atMost(hoursLeft, intervalHours * rules.leadShare)) {
      found.push({ code: 'hours-soon', hoursLeft, ...limit });
    }
  }
  if (byDate !== null) {
    const { daysLeft, dueAt, months } = byDate;
    if (atMost(daysLeft, 0)) found.push({ code: 'past-date', daysPast: Math.max(0, 0 - daysLeft), months, dueAt });
    else if (atMost(daysLeft, rules.leadDays)) found.push({ code: 'date-soon', daysLeft, dueAt });
  }
  return found;
}

/** Reasons why a limit is unknown or missing; a unit with an unknown limit is never ok. */
function unknownReasons(
  { interval, metered, noIntervalOnPurpose = false, valves }: StatusInput,
  byCalendar: boolean,
): Reason[] {
  const byHours = interval.hours !== null || interval.breakInHours !== null;
  if (!byHours) return byCalendar ? [] : [{ code: 'no-interval', onPurpose: noIntervalOnPurpose }];
  if (!metered) return byCalendar ? [] : [{ code: 'no-meter' }];
  return unknownStarts(interval, valves).map(({ valve, at }) => ({ code: 'check-hours-unknown', valve, at }));
}

function historyReasons(
  { valves, hours: known, now, zone, interval, metered, specified }: StatusInput,
  rules: DueRules,
): Reason[] {
  const found: Reason[] = [];
  if (metered && (interval.hours !== null || interval.breakInHours !== null)) {
    const days = known === null ? null : daysBetween(known.readAt, now);
    if (known === null || days === null) found.push({ code: 'no-reading' });
    else if (above(days, staleAfter(rules, now, zone)))
      found.push({ code: 'stale-reading', days, readAt: known.readAt });
  }
  if (valves.every(({ last }) => last === null)) found.push({ code: 'never-checked' });
  if (!specified) found.push({ code: 'no-specification' });
  return found;
}

/** Remaining share of the interval that is used up most. */
export function leastShare(
  byHours: { readonly hoursLeft: Hours; readonly intervalHours: Hours } | null,
  byDate: { readonly daysLeft: number; readonly intervalDays: number } | null,
): number | null {
  const ofHours = byHours === null ? null : byHours.hoursLeft / byHours.intervalHours;
  const ofDays = byDate === null ? null : byDate.daysLeft / byDate.intervalDays;
  if (ofHours === null || ofDays === null) return ofHours ?? ofDays;
  return Math.min(ofHours, ofDays);
}

/** Keep-in units are ordered by their distance outside, in widths of the window; others by the remaining interval. */
export function urgencyOf(reasons: readonly Reason[], shareLeft: number | null): number {
  return widthsOutside(reasons) ?? 0 - (shareLeft ?? 0);
}

/** How far the worst gap is outside, in widths of its window; null where none is outside. */
export function widthsOutside(reasons: readonly Reason[]): number | null {
  let worst: number | null = null;
  for (const reason of reasons) {
    if (reason.code !== 'valve-outside') continue;
    const { window, byAtLeastMm } = reason;
    const widths = window === null ? 0 : byAtLeastMm / (window.maxMm - window.minMm);
    if (worst === null || widths > worst) worst = widths;
  }
  return worst;
}
