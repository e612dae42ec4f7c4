import type { ShopUnit } from '@sturdy-shim/core';
import { hoursText, reasonText as textOf } from '@sturdy-shim/words';
import type { ReasonDto, UnitStatusDto, UnitState, UnitUse } from '../api/index.ts';
import { dayText, shortDayText } from './time.ts';

export const USE_WORDS: Record<UnitUse, string> = {
  'in-service': 'in service',
  'on-hire': 'rented out',
  stored: 'stored',
  retired: 'retired',
};

export const STATE_WORDS: Record<UnitState, string> = {
  'keep-in': 'Keep in',
  overdue: 'Overdue',
  problem: 'Problem reported',
  undecided: 'Undecided',
  'due-soon': 'Due soon',
  'hours-unknown': 'Hours unknown',
  'never-checked': 'Never checked',
  ok: 'OK',
  stored: 'Stored',
  retired: 'Retired',
};

/** One reason in words, by the clock of the shop. `cylinders` tells whether a valve needs its cylinder named. */
export const reasonText = (reason: ReasonDto, unit: ShopUnit, cylinders: number): string =>
  textOf(reason, { unit, cylinders, day: dayText });

/** A short form for little room: the work and its due day. */
export const shortReasonText = (reason: ReasonDto, unit: ShopUnit, cylinders: number): string =>
  reason.code === 'follow-up'
    ? `${reason.what}${reason.by === null ? '' : `, by ${shortDayText(reason.by)}`}`
    : reasonText(reason, unit, cylinders);

/** When the next check is due, in one line; null without an interval. */
export function dueText({ dueAtHours, hoursLeft, intervalHours, dueAt, daysLeft }: UnitStatusDto): string | null {
  const byHours =
    dueAtHours === null || intervalHours === null
      ? null
      : hoursLeft === null
        ? `Due at ${hoursText(dueAtHours)}`
        : hoursLeft > 0
          ? `${hoursText(hoursLeft)} left of ${intervalHours} h`
          : `Overdue by ${hoursText(-hoursLeft)}`;
  const byDate = dueAt === null || daysLeft === null ? null : `${daysLeft > 0 ? 'by' : 'since'} ${dayText(dueAt)}`;
  return byHours === null
    ? byDate === null
      ? null
      : `Due ${byDate}`
    : byDate === null
      ? byHours
      : `${byHours}, or ${byDate}`;
}

/** The side on which a valve is out of spec, for such a reason. */
export const sideOf = (reason: ReasonDto): 'tight' | 'loose' | undefined =>
  reason.code === 'valve-outside' ? reason.side : undefined;
