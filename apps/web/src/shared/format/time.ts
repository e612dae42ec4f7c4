import { type Day, type TimeZone, calendarDaysBetween, dayAt, instant } from '@sturdy-shim/core';

/**
 * Days and times as the shop has them, wherever the reader sits. The zone is that of the shop; it is told once, by the
 * door, before anything behind it is drawn. Until then it is the reader's own.
 */
const clocks = { zone: Intl.DateTimeFormat().resolvedOptions().timeZone };
export const setShopZone = (zone: TimeZone): void => void (clocks.zone = zone);
export const machineZone = (): TimeZone => Intl.DateTimeFormat().resolvedOptions().timeZone;

const DAY = { day: 'numeric', month: 'short', year: 'numeric' } as const;
const CLOCK = { hour: '2-digit', minute: '2-digit' } as const;
const formats = new Map<string, Intl.DateTimeFormat>();

function format(kind: 'day' | 'clock', timeZone: TimeZone): Intl.DateTimeFormat {
  const key = `${kind} ${timeZone}`;
  const known = formats.get(key);
  if (known !== undefined) return known;
  const made = new Intl.DateTimeFormat(undefined, { ...(kind === 'day' ? DAY : CLOCK), timeZone });
  formats.set(key, made);
  return made;
}

const isDay = (text: string): boolean => text.length === 10;
const relative = new Intl.RelativeTimeFormat(undefined, { numeric: 'auto' });

/** The day of the shop on which a moment falls; a day of the calendar stays the day that it is. */
const dayOf = (text: string | Date): Day =>
  typeof text === 'string' && isDay(text) ? text : dayAt(instant(new Date(text).getTime()), clocks.zone);

/** The day in the shop: what a form offers. */
export const today = (now: Date = new Date()): Day => dayOf(now);

/** A moment or a day of the calendar, as a day in the reader's own language. */
export const dayText = (text: string): string => format('day', 'UTC').format(new Date(`${dayOf(text)}T12:00:00Z`));
/** The time of day of a moment, by the clock of the shop. */
export const clockText = (iso: string): string => format('clock', clocks.zone).format(new Date(iso));

/** `today`, `yesterday`, `5 days ago`; a date beyond a month. */
export function agoText(text: string, now: Date): string {
  const days = calendarDaysBetween(today(now), dayOf(text));
  return Math.abs(days) > 31 ? dayText(text) : relative.format(days, 'day');
}

/** `45 min`, `1 h 20 min`, rounded up to the minute. */
export function durationText(ms: number): string {
  const minutes = Math.max(0, Math.ceil(ms / 60_000));
  if (minutes < 60) return `${minutes} min`;
  const rest = minutes % 60;
  return `${Math.floor(minutes / 60)} h${rest === 0 ? '' : ` ${rest} min`}`;
}
