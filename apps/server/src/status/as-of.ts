import { type UnitStatus, hours, instant, statusAsOf } from '@sturdy-shim/core';
import { toInstant } from '../readings/index.ts';
import type { UnitStatusEntity } from './unit-status.entity.ts';

type Stored = Pick<
  UnitStatusEntity,
  'state' | 'reasons' | 'hoursNow' | 'dueAtHours' | 'hoursLeft' | 'intervalHours' | 'dueAt' | 'intervalDays'
>;
const inHours = (value: number | null) => (value === null ? null : hours(value));

/** A stored status with its countdowns updated to the current moment. */
export function storedAsOf(row: Stored, now: Date): UnitStatus {
  const { state, reasons, hoursNow, dueAtHours, hoursLeft, intervalHours, dueAt, intervalDays } = row;
  const stored = {
    state,
    reasons,
    hoursNow: inHours(hoursNow),
    dueAtHours: inHours(dueAtHours),
    hoursLeft: inHours(hoursLeft),
    intervalHours: inHours(intervalHours),
    dueAt: dueAt === null ? null : toInstant(dueAt),
    daysLeft: null,
    intervalDays,
    shareLeft: null,
    urgency: 0,
  };
  return statusAsOf(stored, instant(now.getTime()));
}

/**
 * The same order in SQL, worst first among units of one state: by distance outside the window, otherwise by the
 * remaining interval at a moment. @param at name of the parameter with the moment
 */
export const urgencyAt = (status: string, at: string): string =>
  `coalesce(${status}.widths_outside, -least(${status}.hours_left / ${status}.interval_hours, ` +
  `date_part('epoch', ${status}.due_at - :${at}::timestamptz) / 86400 / ${status}.interval_days), 0)`;
