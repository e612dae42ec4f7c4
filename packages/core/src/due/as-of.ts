import { daysBetween, type Instant } from '../units/index.ts';
import type { Reason } from './reason.ts';
import { leastShare, urgencyOf, type UnitStatus } from './unit-status.ts';

/**
 * A stored status at a later moment: only its countdowns change.
 * @param status computed at an earlier moment
 * @param now before the moment that `nextCalendarChange` gave for it: until then only the countdowns change
 */
export function statusAsOf(status: UnitStatus, now: Instant): UnitStatus {
  const daysLeft = status.dueAt === null ? null : daysBetween(now, status.dueAt);
  const reasons = status.reasons.map((reason) => countedOn(reason, now));
  const shareLeft = leastShare(
    status.hoursLeft === null || status.intervalHours === null
      ? null
      : { hoursLeft: status.hoursLeft, intervalHours: status.intervalHours },
    daysLeft === null || status.intervalDays === null ? null : { daysLeft, intervalDays: status.intervalDays },
  );
  return { ...status, daysLeft, reasons, shareLeft, urgency: urgencyOf(reasons, shareLeft) };
}

function countedOn(reason: Reason, now: Instant): Reason {
  switch (reason.code) {
    case 'past-date':
      return { ...reason, daysPast: Math.max(0, 0 - daysBetween(now, reason.dueAt)) };
    case 'date-soon':
      return { ...reason, daysLeft: daysBetween(now, reason.dueAt) };
    case 'stale-reading':
      return { ...reason, days: daysBetween(reason.readAt, now) };
    default:
      return reason;
  }
}
