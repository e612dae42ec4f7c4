import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import {
  MS_PER_DAY,
  addCalendarDays,
  addCalendarMonths,
  addMonths,
  calendarDaysBetween,
  dayAt,
  instant,
  isTimeZone,
  momentOf,
  startOfDay,
} from './index.ts';

const moment = (iso: string) => instant(Date.parse(iso));
const iso = (at: number) => new Date(at).toISOString();

/** Changes of the clocks as the IANA time zone database has them, from memory. */
describe('days in a zone', () => {
  it.each([
    ['America/Los_Angeles', '2026-05-04T06:59:59Z', '2026-05-03'],
    ['America/Los_Angeles', '2026-05-04T07:00:00Z', '2026-05-04'],
    ['Pacific/Auckland', '2026-05-03T11:59:59Z', '2026-05-03'],
    ['Pacific/Auckland', '2026-05-03T12:00:00Z', '2026-05-04'],
    ['Pacific/Kiritimati', '2026-12-31T10:00:00Z', '2027-01-01'],
    ['UTC', '2026-05-04T00:00:00Z', '2026-05-04'],
  ])('in %s, %s is on %s', (zone, at, day) => expect(dayAt(moment(at), zone)).toBe(day));

  it.each([
    ['a spring day of 23 hours', 'America/Chicago', '2026-03-08', '2026-03-08T06:00:00Z', 23],
    ['an autumn day of 25 hours', 'America/Chicago', '2026-11-01', '2026-11-01T05:00:00Z', 25],
    ['clocks that move half an hour', 'Australia/Lord_Howe', '2026-04-05', '2026-04-04T13:00:00Z', 24.5],
    ['clocks that skip midnight', 'America/Sao_Paulo', '2017-10-15', '2017-10-15T03:00:00Z', 23],
    ['a day before any rule', 'Europe/Dublin', '1950-01-01', '1950-01-01T00:00:00Z', 24],
  ])('%s', (_, zone, day, start, hours) => {
    expect(iso(startOfDay(day, zone))).toBe(iso(Date.parse(start)));
    expect((startOfDay(addCalendarDays(day, 1), zone) - startOfDay(day, zone)) / 3_600_000).toBe(hours);
  });

  it.each(['2026-02-30', '2026-5-4', '2026-05-04T00:00', '', '9999-99-99'])('%j is no day', (day) => {
    expect(() => startOfDay(day, 'UTC')).toThrow(RangeError);
  });

  it('knows zones by their names only', () => {
    expect(['America/Chicago', 'UTC', 'Asia/Kolkata'].map(isTimeZone)).toEqual([true, true, true]);
    expect(['', '+02:00', 'Mars/Olympus', 'America/Chicago\u0000', '../etc'].map(isTimeZone)).not.toContain(true);
  });

  it('every moment lies within its own day, in every zone', () => {
    const zones = ['America/St_Johns', 'Africa/Cairo', 'Asia/Kathmandu', 'Pacific/Chatham', 'America/Santiago', 'UTC'];
    fc.assert(
      fc.property(
        fc.constantFrom(...zones),
        fc.integer({ min: Date.UTC(1970, 0), max: Date.UTC(2100, 0) }).map(instant),
        (zone, at) => {
          const day = dayAt(at, zone);
          const next = startOfDay(addCalendarDays(day, 1), zone);
          expect(startOfDay(day, zone)).toBeLessThanOrEqual(at);
          expect(next).toBeGreaterThan(at);
          expect(dayAt(instant(next - 1), zone)).toBe(day);
          expect(Math.abs(next - startOfDay(day, zone) - MS_PER_DAY)).toBeLessThanOrEqual(3 * 3_600_000);
        },
      ),
    );
  });
});

describe('months on the calendar', () => {
  it.each([
    ['2026-01-31', 1, '2026-02-28'],
    ['2028-01-31', 1, '2028-02-29'],
    ['2026-11-15', 12, '2027-11-15'],
    ['2026-10-31', 18, '2028-04-30'],
  ])('%s + %d months is %s', (from, months, to) => {
    expect(addCalendarMonths(from, months)).toBe(to);
    expect(addMonths(moment(`${from}T08:30:00Z`), months, 'UTC')).toBe(moment(`${to}T08:30:00Z`));
  });

  it.each([
    ['keeps the hour of the clocks', 'America/Chicago', '2026-01-15T14:30:00Z', 6, '2026-07-15T13:30:00Z'],
    ['on the day of the change too', 'America/Chicago', '2026-02-08T14:30:00Z', 1, '2026-03-08T13:30:00Z'],
    ['counts from the day in the zone', 'America/Los_Angeles', '2026-02-01T03:00:00Z', 1, '2026-03-01T03:00:00Z'],
    ['stays on the day', 'America/Chicago', '2026-02-09T05:59:00Z', 1, '2026-03-09T04:59:00Z'],
  ])('%s', (_, zone, from, months, to) => {
    expect(iso(addMonths(moment(from), months, zone))).toBe(iso(moment(to)));
  });

  it('counts days of the calendar, whatever their hours', () => {
    expect(calendarDaysBetween('2026-03-07', '2026-03-10')).toBe(3);
    expect(calendarDaysBetween('2026-11-02', '2026-10-31')).toBe(-2);
  });
});

it.each([
  ['America/Chicago', '2026-01-15', 7 * 60, '2026-01-15T13:00:00.000Z'],
  ['America/Chicago', '2026-07-15', 7 * 60 + 30, '2026-07-15T12:30:00.000Z'],
  // The clocks go forward at two, and back at two, on these days.
  ['America/Chicago', '2026-03-08', 7 * 60, '2026-03-08T12:00:00.000Z'],
  ['America/Chicago', '2026-11-01', 7 * 60, '2026-11-01T13:00:00.000Z'],
  ['Pacific/Auckland', '2026-05-04', 0, '2026-05-03T12:00:00.000Z'],
])('in %s on %s at minute %d it is %s', (zone, day, minutes, expected) => {
  expect(iso(momentOf(day, minutes, zone))).toBe(expected);
});
