import {
  above,
  addCalendarDays,
  addDays,
  atLeast,
  dayAt,
  daysBetween,
  hours,
  instant,
  startOfDay,
} from '../units/index.ts';
import type { Hours, Instant, TimeZone } from '../units/index.ts';
import { type DueRules, staleAfter } from './interval.ts';
import { dayIn } from './season.ts';
import type { UnitStatus } from './unit-status.ts';

/** The status changes that follow from run-hours or the calendar alone. */
export type NextChange =
  | {
      readonly by: 'hours';
      readonly to: 'due-soon' | 'overdue';
      readonly atHours: Hours;
      /** To go until then. */
      readonly inHours: Hours;
    }
  | { readonly by: 'date'; readonly to: 'due-soon' | 'overdue' | 'hours-unknown'; readonly at: Instant };

/** The parts of a status that determine its next changes. */
export interface Countdown extends Pick<UnitStatus, 'dueAtHours' | 'hoursLeft' | 'intervalHours' | 'dueAt'> {
  /** When the meter was read last; null where hours do not count, or where it never was. */
  readonly readAt: Instant | null;
}

/** Every future change once, those by hours first. */
export function nextChanges(countdown: Countdown, rules: DueRules, now: Instant, zone: TimeZone): NextChange[] {
  const { dueAtHours, hoursLeft, intervalHours, dueAt, readAt } = countdown;
  const changes: NextChange[] = [];
  if (dueAtHours !== null && hoursLeft !== null && intervalHours !== null) {
    const leadHours = intervalHours * rules.leadShare;
    // Without a lead the unit is overdue at once.
    if (above(leadHours, 0) && above(hoursLeft, leadHours))
      changes.push({
        by: 'hours',
        to: 'due-soon',
        atHours: hours(dueAtHours - leadHours),
        inHours: hours(hoursLeft - leadHours),
      });
    if (above(hoursLeft, 0)) changes.push({ by: 'hours', to: 'overdue', atHours: dueAtHours, inHours: hoursLeft });
  }
  if (dueAt !== null) {
    const soonAt = addDays(dueAt, -rules.leadDays);
    if (soonAt < dueAt && soonAt > now) changes.push({ by: 'date', to: 'due-soon', at: soonAt });
    if (dueAt > now) changes.push({ by: 'date', to: 'overdue', at: dueAt });
  }
  const staleAt = readAt === null ? null : nextStale(readAt, rules, now, zone);
  if (staleAt !== null) changes.push({ by: 'date', to: 'hours-unknown', at: staleAt });
  return changes;
}

/**
 * The next moment at which the calendar alone may change a status; null if it never will. The daily update only
 * evaluates units whose moment has passed.
 */
export function nextCalendarChange(
  countdown: Countdown,
  rules: DueRules,
  now: Instant,
  zone: TimeZone,
): Instant | null {
  const { dueAt, readAt } = countdown;
  const moments = [
    ...(dueAt === null ? [] : [addDays(dueAt, -rules.leadDays), dueAt]),
    ...(readAt === null ? [] : staleMoments(readAt, rules, now, zone).map((at) => instant(at + JUST_AFTER_MS))),
  ].filter((at) => at > now);
  return moments.length === 0 ? null : (Math.min(...moments) as Instant);
}

/** A reading counts up to and including its last moment, so the change is visible just after it. */
const JUST_AFTER_MS = 1000;

/** When a reading stops counting; null if it already has. */
function nextStale(readAt: Instant, rules: DueRules, now: Instant, zone: TimeZone): Instant | null {
  // It counts up to and including this moment.
  const isStale = (at: Instant): boolean => atLeast(daysBetween(readAt, at), staleAfter(rules, at, zone));
  if (above(daysBetween(readAt, now), staleAfter(rules, now, zone))) return null;
  const moments = staleMoments(readAt, rules, now, zone).filter((at) => at > now);
  return moments.sort((a, b) => a - b).find(isStale) ?? null;
}

/** Moments at which a reading may grow old: after its days in and out of season, and when a season begins or ends. */
function staleMoments(readAt: Instant, rules: DueRules, now: Instant, zone: TimeZone): Instant[] {
  const { staleAfterDays, staleOffSeasonDays, workingSeason } = rules;
  const inSeasonEnd = addDays(readAt, staleAfterDays);
  if (workingSeason === null) return [inSeasonEnd];
  const year = Number(dayAt(now, zone).slice(0, 4));
  const turns = [year, year + 1, year + 2].flatMap((each) => [
    startOfDay(dayIn(each, workingSeason.from), zone),
    startOfDay(addCalendarDays(dayIn(each, workingSeason.to), 1), zone),
  ]);
  return [inSeasonEnd, addDays(readAt, staleOffSeasonDays), ...turns];
}
