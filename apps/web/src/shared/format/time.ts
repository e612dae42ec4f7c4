/** Dates and times in the reader's own locale. */
const day = new Intl.DateTimeFormat(undefined, { day: 'numeric', month: 'short', year: 'numeric' });
const clock = new Intl.DateTimeFormat(undefined, { hour: '2-digit', minute: '2-digit' });
const relative = new Intl.RelativeTimeFormat(undefined, { numeric: 'auto' });

export const dayText = (iso: string): string => day.format(new Date(iso));
export const clockText = (iso: string): string => clock.format(new Date(iso));

const DAY = 86_400_000;
const startOfDay = (date: Date): number => new Date(date.getFullYear(), date.getMonth(), date.getDate()).getTime();

/** `today`, `yesterday`, `5 days ago`; a date beyond a month. */
export function agoText(iso: string, now: Date): string {
  const then = new Date(iso);
  const days = Math.round((startOfDay(then) - startOfDay(now)) / DAY);
  return Math.abs(days) > 31 ? dayText(iso) : relative.format(days, 'day');
}

/** `5 days`, `1 day`, `3 months`: rounded as people say it. */
export function spanText(days: number): string {
  const whole = Math.max(0, Math.round(days));
  if (whole < 1) return 'less than a day';
  if (whole < 60) return `${whole} day${whole === 1 ? '' : 's'}`;
  return `${Math.round(whole / 30.44)} months`;
}

/** Hours to the meter's last digit, without a needless one from 100 up when `rough`. */
export const hoursText = (hours: number, rough = false): string =>
  `${rough && Math.abs(hours) >= 20 ? Math.round(hours) : hours.toFixed(1)}\u00a0h`;
