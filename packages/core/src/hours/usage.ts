import { MS_PER_DAY, hours, type Hours, type Instant, type TimeZone } from '../units/index.ts';
import type { CumulativeHours } from './cumulative.ts';
import { gammaBand } from './gamma-quantile.ts';
import { EVEN_PROFILE, afterSeasonDays, monthParts, seasonDays, type SeasonProfile } from './season-profile.ts';

/** Usage of a group of units (one kind at one site), used where a unit's own history is short. */
export interface UsagePool {
  readonly profile: SeasonProfile;
  /** Mean over the units, in hours a season day. */
  readonly perDay: number;
  /** Variance of that between units. */
  readonly betweenUnits: number;
  /** Variance of the hours of a span divided by their mean (index of dispersion), in hours. */
  readonly unevenness: number;
  /** Share of the year, 0 to 1, without usage data. */
  readonly unseen: number;
}

/** Prior without any data: half an hour a day with a large variance. An assumption. */
export const UNKNOWN_POOL: UsagePool = {
  profile: EVEN_PROFILE,
  perDay: 0.5,
  betweenUnits: 0.5,
  unevenness: 3,
  unseen: 1,
};

/** How a unit is used. */
export interface Usage {
  /** Hours a season day. */
  readonly perDay: number;
  /** Variance of the rate. */
  readonly variance: number;
  readonly unevenness: number;
  readonly unseen: number;
  readonly profile: SeasonProfile;
}

/** Half-life of the weight of past weeks. An assumption. */
const HALF_LIFE_DAYS = 60;
/** Variance of a rate within half a year, as a squared share. An assumption, checked with simulated fleets. */
const WANDER = 0.02;
const WANDER_DAYS = 180;
/** Variance of a month without data, as a squared share; it counts in full from two months ahead. An assumption. */
const UNSEEN_MONTHS = 0.3;
const UNSEEN_DAYS = 60;
/** Prior strength: months with little data are shrunk towards an even year by this many days of use. */
const PROFILE_PRIOR_DAYS = 45;

interface Span {
  readonly from: Instant;
  readonly to: Instant;
  readonly hours: number;
}

const spansOf = (known: readonly CumulativeHours[]): Span[] =>
  known.slice(1).flatMap((after, index) => {
    const before = known[index] as CumulativeHours;
    return after.readAt > before.readAt
      ? [{ from: before.readAt, to: after.readAt, hours: Math.max(0, after.hours - before.hours) }]
      : [];
  });

/**
 * Estimates the usage of a group.
 * @param histories hours of each unit in date order, including the start of service
 */
export function poolUsage(histories: readonly (readonly CumulativeHours[])[], zone: TimeZone): UsagePool {
  const units = histories.map(spansOf).filter((spans) => spans.length > 0);
  if (units.length === 0) return UNKNOWN_POOL;
  let profile: SeasonProfile = EVEN_PROFILE;
  // The rates rest on the profile and the profile on the rates: three rounds settle both.
  let unseen = 1;
  for (let round = 0; round < 3; round += 1) ({ profile, unseen } = profileOf(units, profile, zone));
  const rates = units.map((spans) => {
    const days = spans.reduce((sum, { from, to }) => sum + seasonDays(from, to, profile, zone), 0);
    const ran = spans.reduce((sum, span) => sum + span.hours, 0);
    return { spans, days, perDay: days > 0 ? ran / days : 0 };
  });
  const perDay = mean(rates.map((each) => each.perDay));
  const unevenness = unevennessOf(rates, profile, zone);
  // Between-unit variance of the rates beyond the variance from uneven work.
  const byChance = mean(rates.map(({ days }) => (days > 0 ? (unevenness * perDay) / days : 0)));
  const spread = rates.length < 2 ? UNKNOWN_POOL.betweenUnits : variance(rates.map((each) => each.perDay));
  return { profile, perDay, betweenUnits: Math.max(spread - byChance, (0.1 * perDay) ** 2), unevenness, unseen };
}

/**
 * Estimates the usage of a unit from its own readings, weighted towards recent weeks and shrunk towards its group where
 * data are scarce.
 * @param known hours in date order, including the start of service
 */
export function usageOf(known: readonly CumulativeHours[], pool: UsagePool, now: Instant, zone: TimeZone): Usage {
  const { profile, perDay, betweenUnits, unevenness, unseen } = pool;
  let [ran, days, squares] = [0, 0, 0];
  for (const { from, to, hours: added } of spansOf(known)) {
    const weight = 0.5 ** ((now - (from + to) / 2) / MS_PER_DAY / HALF_LIFE_DAYS);
    const length = seasonDays(from, to, profile, zone);
    ran += weight * added;
    days += weight * length;
    squares += weight * weight * length;
  }
  const prior = betweenUnits > 0 ? (unevenness * perDay) / betweenUnits : 0;
  const rate = days + prior > 0 ? (ran + prior * perDay) / (days + prior) : 0;
  const total = days + prior;
  return {
    perDay: rate,
    variance: total > 0 ? (unevenness * rate * (squares + prior)) / (total * total) : betweenUnits,
    unevenness,
    unseen,
    profile,
  };
}

/** Forecast of the hours between two moments: expected value and 80 % band. */
export function hoursAhead(
  usage: Usage,
  from: Instant,
  to: Instant,
  zone: TimeZone,
): { readonly likely: Hours; readonly lo: Hours; readonly hi: Hours } {
  const { likely, lo, hi } = bandAfter(usage, seasonDays(from, to, usage.profile, zone));
  return { likely: hours(likely), lo: hours(lo), hi: hours(hi) };
}

function bandAfter({ perDay, variance: known, unevenness, unseen }: Usage, days: number) {
  const likely = perDay * days;
  const wander = WANDER * Math.min(1, days / WANDER_DAYS) + unseen * UNSEEN_MONTHS * Math.min(1, days / UNSEEN_DAYS);
  return { likely, ...gammaBand(likely, unevenness * likely + (known + wander * perDay * perDay) * days * days) };
}

/** When the given hours will be reached. Null: not within ten years. */
export interface ExpectedDate {
  readonly likely: Instant | null;
  /** Limits of the 80 % band. */
  readonly earliest: Instant | null;
  readonly latest: Instant | null;
}

export function dateOfHours(usage: Usage, from: Instant, ahead: number, zone: TimeZone): ExpectedDate {
  const at = (days: number | null): Instant | null =>
    days === null ? null : afterSeasonDays(from, days, usage.profile, zone);
  const within = (edge: 'lo' | 'likely' | 'hi'): number | null => daysUntil(usage, ahead, edge);
  return { earliest: at(within('hi')), likely: at(within('likely')), latest: at(within('lo')) };
}

const MOST_DAYS = 4000;

/** Season days after which an edge of the band reaches the given hours. */
function daysUntil(usage: Usage, ahead: number, edge: 'lo' | 'likely' | 'hi'): number | null {
  if (ahead <= 0) return 0;
  let [lo, hi] = [0, MOST_DAYS];
  if (bandAfter(usage, hi)[edge] < ahead) return null;
  for (let round = 0; round < 40; round += 1) {
    const middle = (lo + hi) / 2;
    if (bandAfter(usage, middle)[edge] < ahead) lo = middle;
    else hi = middle;
  }
  return hi;
}

function profileOf(units: readonly (readonly Span[])[], before: SeasonProfile, zone: TimeZone) {
  const ran = Array.from({ length: 12 }, () => 0);
  const expected = Array.from({ length: 12 }, () => 0);
  let [allHours, allDays] = [0, 0];
  for (const spans of units) {
    const days = spans.reduce((sum, { from, to }) => sum + seasonDays(from, to, before, zone), 0);
    const total = spans.reduce((sum, span) => sum + span.hours, 0);
    if (!(days > 0)) continue;
    allHours += total;
    allDays += days;
    for (const { from, to, hours: added } of spans) {
      const parts = monthParts(from, to, zone);
      const worth = parts.reduce((sum, part) => sum + part.days * (before[part.month] ?? 1), 0);
      for (const { month, days: length } of parts) {
        // The hours of a span that crosses months are divided by the current profile.
        if (worth > 0) ran[month] = (ran[month] ?? 0) + (added * length * (before[month] ?? 1)) / worth;
        expected[month] = (expected[month] ?? 0) + (total / days) * length;
      }
    }
  }
  const prior = allDays > 0 ? (PROFILE_PRIOR_DAYS * allHours) / allDays : 1;
  const raw = ran.map((each, month) => (each + prior) / ((expected[month] ?? 0) + prior));
  const middle = mean(raw);
  return {
    profile: raw.map((each) => each / middle),
    unseen: mean(expected.map((each) => prior / (each + prior))),
  };
}

/** Squared residuals over the expected hours, corrected for each unit's estimated rate. */
function unevennessOf(
  units: readonly { readonly spans: readonly Span[]; readonly perDay: number }[],
  profile: SeasonProfile,
  zone: TimeZone,
): number {
  let [sum, count] = [0, 0];
  for (const { spans, perDay } of units) {
    if (spans.length < 2 || !(perDay > 0)) continue;
    const share = spans.length / (spans.length - 1);
    for (const { from, to, hours: added } of spans) {
      const expected = perDay * seasonDays(from, to, profile, zone);
      if (!(expected > 0)) continue;
      sum += ((added - expected) ** 2 / expected) * share;
      count += 1;
    }
  }
  return count === 0 ? UNKNOWN_POOL.unevenness : Math.max(sum / count, 0.01);
}

const mean = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0) / values.length;
function variance(values: readonly number[]): number {
  const middle = mean(values);
  return values.reduce((sum, value) => sum + (value - middle) ** 2, 0) / (values.length - 1);
}
