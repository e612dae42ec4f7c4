import { type Day, type TimeZone, addCalendarDays } from '@sturdy-shim/core';
import { type ICalCalendar, default as ical } from 'ical-generator';
import { dayOf } from '../platform/index.ts';

/** A unit with the reason for its event. */
export interface Coming {
  readonly unitId: string;
  readonly tag: string;
  readonly kind: string;
  readonly family: string;
  readonly site: string;
  readonly use: string;
  /** Day of its calendar limit. */
  readonly dueAt: Date | null;
  /** Run-hours left, where its limit of hours is near or past. */
  readonly hoursLeft: number | null;
}

/**
 * The due units as an iCalendar file (RFC 5545): one all-day event per unit in the shop's time zone, with a stable id.
 */
export function calendarOf(name: string, coming: readonly Coming[], now: Date, zone: TimeZone): string {
  const calendar = ical({ name: escaped(name), prodId: '//Sturdy Shim//Valve checks//EN', timezone: zone, ttl: 3600 });
  const today = dayOf(now, zone);
  for (const unit of coming) {
    if (unit.dueAt !== null)
      addDay(calendar, {
        id: `${unit.unitId}-date@sturdy-shim`,
        // The day that begins at the limit is the first overdue day.
        day: dayOf(unit.dueAt, zone),
        summary: `${unit.tag}: valve check due`,
        unit,
        now,
      });
    if (unit.hoursLeft !== null)
      addDay(calendar, {
        id: `${unit.unitId}-hours@sturdy-shim`,
        day: today,
        summary:
          unit.hoursLeft <= 0
            ? `${unit.tag}: valve check ${Math.abs(unit.hoursLeft).toFixed(1)} h past`
            : `${unit.tag}: valve check in ${unit.hoursLeft.toFixed(1)} h`,
        unit,
        now,
      });
  }
  return calendar.toString();
}

/** The library escapes the texts of events, and writes the calendar's own name as it is (RFC 5545, section 3.3.11). */
const escaped = (text: string): string => text.replace(/[\\;,]/g, (mark) => `\\${mark}`).replace(/\r\n|\r|\n/g, '\\n');

interface DayEvent {
  readonly id: string;
  readonly day: Day;
  readonly summary: string;
  readonly unit: Coming;
  readonly now: Date;
}

function addDay(calendar: ICalCalendar, { id, day, summary, unit, now }: DayEvent): void {
  const atMidnight = (each: Day): Date => new Date(`${each}T00:00:00Z`);
  calendar.createEvent({
    id,
    allDay: true,
    timezone: null,
    start: atMidnight(day),
    end: atMidnight(addCalendarDays(day, 1)),
    stamp: now,
    summary,
    description: `${unit.kind}, ${unit.family}${unit.use === 'on-hire' ? ', rented out' : ''}`,
    location: unit.site,
  });
}
