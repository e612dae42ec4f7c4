import { MS_PER_DAY, instant, type Instant } from './instant.ts';

/** A name of the IANA time zone database, such as `America/Chicago`. */
export type TimeZone = string & { readonly of?: 'time zones' };
/** A day of the calendar, `2026-05-04`: no time, and no zone of its own. */
export type Day = string & { readonly of?: 'days' };

/** Offsets change only at full quarters of an hour, so they are cached per quarter. */
const QUARTER = 900_000;

interface ZoneTable {
  readonly format: Intl.DateTimeFormat;
  readonly offsets: Map<number, number>;
  readonly starts: Map<Day, Instant>;
  /** Keyed by the number of months, then by the start day in days since 1970. */
  readonly monthsOn: Map<number, Map<number, TargetDay>>;
}
/** A day some months later: its start, the start of the next day, and the UTC offset at its start. */
interface TargetDay {
  readonly start: Instant;
  readonly end: Instant;
  /** Clock time at its start, as ms past midnight. */
  readonly shownFrom: number;
  readonly offset: number;
}
const tables = new Map<TimeZone, ZoneTable>();

/** A cache that is cleared before it grows without limit. */
const MAX_KEPT = 200_000;

function tableOf(zone: TimeZone): ZoneTable {
  const known = tables.get(zone);
  if (known !== undefined) return known;
  const format = new Intl.DateTimeFormat('en-US', {
    timeZone: zone,
    hourCycle: 'h23',
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
    hour: '2-digit',
    minute: '2-digit',
    second: '2-digit',
    era: 'short',
  });
  const made: ZoneTable = { format, offsets: new Map(), starts: new Map(), monthsOn: new Map() };
  tables.set(zone, made);
  return made;
}

/** Whether the machine knows the zone. An offset such as `+02:00` is not a zone, because it has no daylight saving. */
export function isTimeZone(name: string): boolean {
  if (!/^[A-Za-z]/.test(name)) return false;
  try {
    new Intl.DateTimeFormat('en-US', { timeZone: name });
    return true;
  } catch {
    return false;
  }
}

/** How far a zone's clocks are ahead of UTC at a moment, in ms. @throws RangeError for a zone that is not known */
function offsetAt(at: number, zone: TimeZone): number {
  const { format, offsets } = tableOf(zone);
  const quarter = Math.floor(at / QUARTER);
  const known = offsets.get(quarter);
  if (known !== undefined) return known;
  const start = quarter * QUARTER;
  const part: Record<string, string> = {};
  for (const { type, value } of format.formatToParts(start)) part[type] = value;
  const year = part.era === 'BC' ? 1 - Number(part.year) : Number(part.year);
  const read = [Number(part.month) - 1, Number(part.day), Number(part.hour), Number(part.minute), Number(part.second)];
  const offset = Date.UTC(year, ...(read as [number, number, number, number, number])) - start;
  if (offsets.size > MAX_KEPT) offsets.clear();
  offsets.set(quarter, offset);
  return offset;
}

/** A moment as the zone's clocks show it, held in UTC fields. */
const shown = (at: Instant, zone: TimeZone): number => at + offsetAt(at, zone);

const textOf = (utc: number): Day => new Date(utc).toISOString().slice(0, 10);

/** The day on which a moment falls in a zone. */
export const dayAt = (at: Instant, zone: TimeZone): Day => textOf(shown(at, zone));

/**
 * The first moment of a day in a zone: midnight, or the first moment after it if the clocks skip midnight.
 * @throws RangeError when it is no day
 */
export function startOfDay(day: Day, zone: TimeZone): Instant {
  const { starts } = tableOf(zone);
  const known = starts.get(day);
  if (known !== undefined) return known;
  const midnight = utcOf(day);
  // Tries the offset before and after midnight; if the clocks change between, the earlier result that lies on the day.
  const found = [midnight - offsetAt(midnight - MS_PER_DAY, zone), midnight - offsetAt(midnight + MS_PER_DAY, zone)]
    .sort((a, b) => a - b)
    .find((at) => dayAt(instant(at), zone) === day && dayAt(instant(at - 1), zone) < day);
  const start = instant(found ?? firstMomentOf(day, midnight, zone));
  if (starts.size > MAX_KEPT) starts.clear();
  starts.set(day, start);
  return start;
}

/**
 * The moment at which the clocks of a zone show a time on a day. A skipped time is moved forward by the change.
 * @param minutes since midnight as the clocks show it, 0 to 1439
 */
export function momentOf(day: Day, minutes: number, zone: TimeZone): Instant {
  const start = startOfDay(day, zone);
  const at = utcOf(day) + minutes * MS_PER_MINUTE - offsetAt(start, zone);
  return instant(at + offsetAt(start, zone) - offsetAt(at, zone));
}

const MS_PER_MINUTE = 60_000;

/** If the clocks skip midnight, the first moment is that of the change, found by bisection. */
function firstMomentOf(day: Day, midnight: number, zone: TimeZone): number {
  let [before, after] = [midnight - MS_PER_DAY, midnight + MS_PER_DAY];
  while (after - before > 1) {
    const middle = Math.floor((before + after) / 2);
    if (dayAt(instant(middle), zone) < day) before = middle;
    else after = middle;
  }
  return after;
}

/** Midnight UTC of a day, for calculation with days. @throws RangeError when it is no day */
function utcOf(day: Day): number {
  const utc = /^\d{4}-\d{2}-\d{2}$/.test(day) ? Date.parse(`${day}T00:00:00Z`) : Number.NaN;
  if (Number.isNaN(utc) || textOf(utc) !== day) throw new RangeError(`not a day: ${day}`);
  return utc;
}

/** Days of the calendar from one to another, negative when the second is earlier. @throws RangeError */
export const calendarDaysBetween = (from: Day, to: Day): number => (utcOf(to) - utcOf(from)) / MS_PER_DAY;

/** @throws RangeError when it is no day */
export const addCalendarDays = (day: Day, days: number): Day => textOf(utcOf(day) + days * MS_PER_DAY);

/**
 * The same day of the month, `months` on; where that month is shorter, its last day (31 January + 1 month is 28 or 29
 * February), as calendars of work orders do (convention: clamp). @throws RangeError when it is no day
 */
export function addCalendarMonths(day: Day, months: number): Day {
  const start = new Date(utcOf(day));
  const [year, month] = [start.getUTCFullYear(), start.getUTCMonth() + months];
  const lastDay = new Date(Date.UTC(year, month + 1, 0)).getUTCDate();
  return textOf(Date.UTC(year, month, Math.min(start.getUTCDate(), lastDay)));
}

/**
 * The same day of the month and time of day, `months` on, in a zone.
 * A time of day that the clocks skip is an hour earlier, and never on another day.
 */
export function addMonths(from: Instant, months: number, zone: TimeZone): Instant {
  const local = shown(from, zone);
  const days = Math.floor(local / MS_PER_DAY);
  const { start, end, shownFrom, offset } = dayMonthsOn(days, months, zone);
  // As the clocks show it, so that a change of the clocks between does not move the hour.
  const at = start + (local - days * MS_PER_DAY) - shownFrom;
  const settled = at + (offset - offsetAt(at, zone));
  return instant(Math.min(settled, end - 1));
}

/** The day some months after another, cached because a fleet needs the same ones repeatedly. @param days since 1970 */
function dayMonthsOn(days: number, months: number, zone: TimeZone): TargetDay {
  const { monthsOn } = tableOf(zone);
  const kept = monthsOn.get(months) ?? new Map<number, TargetDay>();
  monthsOn.set(months, kept);
  const known = kept.get(days);
  if (known !== undefined) return known;
  const target = addCalendarMonths(textOf(days * MS_PER_DAY), months);
  const start = startOfDay(target, zone);
  const found: TargetDay = {
    start,
    end: startOfDay(addCalendarDays(target, 1), zone),
    shownFrom: shown(start, zone) - utcOf(target),
    offset: offsetAt(start, zone),
  };
  if (kept.size > MAX_KEPT) kept.clear();
  kept.set(days, found);
  return found;
}
