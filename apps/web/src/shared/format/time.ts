import {
  type Day,
  type ShopLocale,
  type TimeZone,
  USUAL_LOCALE,
  calendarDaysBetween,
  dayAt,
  instant,
} from '@sturdy-shim/core';

/**
 * Formats days, times and counts in the shop's zone and locale, independent of the reader's. They are set once after
 * sign-in; before that the browser's zone is used.
 */
const shop: { zone: TimeZone; locale: ShopLocale } = {
  zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
  locale: USUAL_LOCALE,
};
export function setShopFormats({
  timeZone,
  locale,
}: {
  readonly timeZone: TimeZone;
  readonly locale: ShopLocale;
}): void {
  shop.zone = timeZone;
  shop.locale = locale;
}
export const shopLocale = (): ShopLocale => shop.locale;
export const machineZone = (): TimeZone => Intl.DateTimeFormat().resolvedOptions().timeZone;

const DAY = { day: 'numeric', month: 'short', year: 'numeric' } as const;
/** A day of this year. */
const SHORT_DAY = { day: 'numeric', month: 'short' } as const;
const CLOCK = { hour: '2-digit', minute: '2-digit' } as const;
const KINDS = { day: DAY, 'short-day': SHORT_DAY, clock: CLOCK } as const;
const formats = new Map<string, Intl.DateTimeFormat>();

function format(kind: 'day' | 'short-day' | 'clock', timeZone: TimeZone): Intl.DateTimeFormat {
  const key = `${kind} ${timeZone} ${shop.locale}`;
  const known = formats.get(key);
  if (known !== undefined) return known;
  const made = new Intl.DateTimeFormat(shop.locale, { ...KINDS[kind], timeZone });
  formats.set(key, made);
  return made;
}

const isDay = (text: string): boolean => text.length === 10;
const relative = new Intl.RelativeTimeFormat('en', { numeric: 'auto' });

/** The shop's day of a moment; a calendar day is unchanged. */
const dayOf = (text: string | Date): Day =>
  typeof text === 'string' && isDay(text) ? text : dayAt(instant(new Date(text).getTime()), shop.zone);

/** Today in the shop, the default of forms. */
export const today = (now: Date = new Date()): Day => dayOf(now);

/** A moment or a day of the calendar, as the shop writes it. */
export const dayText = (text: string): string => format('day', 'UTC').format(new Date(`${dayOf(text)}T12:00:00Z`));
/** The same without its year where that is this year. */
export const shortDayText = (text: string): string =>
  dayOf(text).slice(0, 4) === today().slice(0, 4)
    ? format('short-day', 'UTC').format(new Date(`${dayOf(text)}T12:00:00Z`))
    : dayText(text);
/** The time of day of a moment, by the clock of the shop. */
export const clockText = (iso: string): string => format('clock', shop.zone).format(new Date(iso));

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
