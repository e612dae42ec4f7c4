import { MS_PER_DAY, dayAt, instant, startOfDay, type Instant, type TimeZone } from '../units/index.ts';

/** Relative use in each month of the year, January first; the mean is 1. */
export type SeasonProfile = readonly number[];

export const EVEN_PROFILE: SeasonProfile = Array.from({ length: 12 }, () => 1);

/** Parts of a span of time by month of the year (0 is January), with their days. */
export function monthParts(
  from: Instant,
  to: Instant,
  zone: TimeZone,
): readonly { readonly month: number; readonly days: number }[] {
  const parts: { month: number; days: number }[] = [];
  let at: number = from;
  for (let month = monthAt(from, zone); at < to; month += 1) {
    const end = Math.min(startOfMonth(month + 1, zone), to);
    parts.push({ month: month % 12, days: (end - at) / MS_PER_DAY });
    at = end;
  }
  return parts;
}

/** Days of a span weighted by the use of their month: two days in a month of half the use count as one. */
export const seasonDays = (from: Instant, to: Instant, profile: SeasonProfile, zone: TimeZone): number =>
  monthParts(from, to, zone).reduce((sum, { month, days }) => sum + days * (profile[month] ?? 1), 0);

/** The moment after a number of season days; null beyond ten years. */
export function afterSeasonDays(from: Instant, wanted: number, profile: SeasonProfile, zone: TimeZone): Instant | null {
  const first = monthAt(from, zone);
  let left = wanted;
  let at: number = from;
  for (let month = first; month < first + MONTHS_AHEAD; month += 1) {
    const end = startOfMonth(month + 1, zone);
    const weight = profile[month % 12] ?? 1;
    const worth = ((end - at) / MS_PER_DAY) * weight;
    if (worth >= left) return instant(at + (left <= 0 ? 0 : (left / weight) * MS_PER_DAY));
    left -= worth;
    at = end;
  }
  return null;
}

const MONTHS_AHEAD = 120;

/** Months counted from January of the year 0. */
const monthAt = (at: Instant, zone: TimeZone): number => {
  const [year = '', month = ''] = dayAt(at, zone).split('-');
  return Number(year) * 12 + Number(month) - 1;
};

/** Cached per zone and month, because it is expensive and called often. */
const starts = new Map<TimeZone, Map<number, Instant>>();

function startOfMonth(month: number, zone: TimeZone): Instant {
  const ofZone = starts.get(zone) ?? new Map<number, Instant>();
  starts.set(zone, ofZone);
  const known = ofZone.get(month);
  if (known !== undefined) return known;
  const [year, ofYear] = [Math.floor(month / 12), (month % 12) + 1];
  const start = startOfDay(`${String(year).padStart(4, '0')}-${String(ofYear).padStart(2, '0')}-01`, zone);
  ofZone.set(month, start);
  return start;
}
