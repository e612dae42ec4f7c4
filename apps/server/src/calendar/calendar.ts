import { type Day, type TimeZone, addCalendarDays } from '@sturdy-shim/core';
import { type ICalCalendar, default as ical } from 'ical-generator';
import { dayOf } from '../platform/index.ts';

/** A unit and why it stands in the calendar. */
export interface Coming {
  readonly unitId: string;
  readonly tag: string;
  readonly kind: string;
  readonly family: string;
  readonly site: string;
  readonly use: string;
  /** When its months, or its season, are up. */
  readonly dueAt: Date | null;
  /** Run-hours left, where its limit of hours is near or past. */
  readonly hoursLeft: number | null;
}

/**
 * What comes due, as calendar programs read it (RFC 5545): a day each, in the shop's time zone. The same unit keeps the
 * same event from one look to the next.
 */
export function calendarOf(name: string, coming: readonly Coming[], now: Date, zone: TimeZone): string {
  const calendar = ical({ name: escaped(name), prodId: '//Sturdy Shim//Valve checks//EN', timezone: zone, ttl: 3600 });
  const today = dayOf(now, zone);
  for (const unit of coming) {
    if (unit.dueAt !== null)
      addDay(calendar, {
        id: `${unit.unitId}-date@sturdy-shim`,
        // The day that begins at the limit is the first on which it is past.
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
