import { MS_PER_DAY, hours, instant, type Hours, type Instant, type TimeZone } from '../units/index.ts';
import { assumedTests, backtest, type ForecastTest, type GroupTests } from './backtest.ts';
import type { CumulativeHours } from './cumulative.ts';
import { LevelPast, daysApart, levelPerDay, spansOf, weighed, type Span } from './level.ts';
import { HORIZONS_DAYS, bandAt, mixed, rateAt, type RatioBand } from './ratio-band.ts';
import { EVEN_PROFILE, monthParts, seasonDays, type SeasonProfile } from './season-profile.ts';
import { HISTORIES_DAYS, isIdle } from './test-windows.ts';

/** Usage of a group of units (one kind at one site), used where a unit's own history is short. */
export interface UsagePool {
  readonly profile: SeasonProfile;
  /** Mean over the units, in hours a season day. */
  readonly perDay: number;
  /** Share of season days that lie in spans with hours. */
  readonly workedShare: number;
  /** Days of data in each month of the year, January first, over all units. */
  readonly seenDays: readonly number[];
  /** How forecasts held in the past of the group. */
  readonly tests: GroupTests;
}

/** Prior without any data: half an hour a day. An assumption. */
const UNKNOWN_PER_DAY = 0.5;
export const UNKNOWN_POOL: UsagePool = {
  profile: EVEN_PROFILE,
  perDay: UNKNOWN_PER_DAY,
  workedShare: 1,
  seenDays: EVEN_PROFILE.map(() => 0),
  tests: assumedTests(),
};

/** How a unit is used. */
export interface Usage {
  /** Hours a season day, for each of `HORIZONS_DAYS`: a near day follows recent weeks more than a far one. */
  readonly perDay: readonly number[];
  /** One for each of `HORIZONS_DAYS`. */
  readonly bands: readonly RatioBand[];
  readonly profile: SeasonProfile;
  /** Days of data in each month of the year, of the group or the unit. */
  readonly seenDays: readonly number[];
}

/** The rate of a group is shrunk towards the prior by this many unit-days. */
const RATE_PRIOR_DAYS = 5;
/** Only so much of the past is tested. */
const TESTED_DAYS = 900;

/**
 * Estimates the usage of a group.
 * @param histories hours of each unit in date order, including the start of service
 */
export function poolUsage(histories: readonly (readonly CumulativeHours[])[], zone: TimeZone, now: Instant): UsagePool {
  const units = histories.map(spansOf).filter((spans) => spans.length > 0);
  if (units.length === 0) return UNKNOWN_POOL;
  let profile: SeasonProfile = EVEN_PROFILE;
  // The rates depend on the profile and the profile on the rates: three rounds settle both.
  for (let round = 0; round < 3; round += 1) profile = profileOf(units, profile, zone);
  const spans = units.map((each) => weighed(each, profile, zone));
  const worth = sum(spans.flat().map((each) => each.worth));
  const ran = sum(spans.flat().map((each) => each.hours));
  const perDay = (ran + RATE_PRIOR_DAYS * UNKNOWN_PER_DAY) / (worth + RATE_PRIOR_DAYS);
  const workedShare = worth > 0 ? sum(spans.flat().map((each) => (each.hours > 0 ? each.worth : 0))) / worth : 1;
  const tested = spans.map((each) => each.filter(({ from }) => daysApart(from, now) <= TESTED_DAYS));
  return {
    profile,
    perDay,
    workedShare,
    seenDays: seenDaysOf(units.flat(), zone),
    tests: backtest(
      tested,
      { perDay, workedShare, profile },
      now,
      HORIZONS_DAYS.map((days) => Math.max(1, seasonDays(now, instant(now + days * MS_PER_DAY), profile, zone))),
    ),
  };
}

/**
 * Estimates the usage of a unit from its own readings, weighted towards recent weeks and drawn towards its group, both
 * as it held best in the past of the group.
 * @param known hours in date order, including the start of service
 */
export function usageOf(known: readonly CumulativeHours[], pool: UsagePool, now: Instant, zone: TimeZone): Usage {
  const own = spansOf(known);
  const spans = weighed(own, pool.profile, zone);
  const latestFirst = spans.toReversed();
  const past = new LevelPast();
  for (const span of latestFirst) past.add(span);
  const remembered = past.sums();
  const tests = testsFor(isIdle(latestFirst) ? pool.tests.idle : pool.tests.active, past.worth);
  const seen = seenDaysOf(own, zone);
  return {
    perDay: tests.map(({ fit }) => levelPerDay(remembered, fit, pool)),
    bands: tests.map(({ band }) => band),
    profile: pool.profile,
    seenDays: pool.seenDays.map((days, month) => Math.max(days, seen[month] ?? 0)),
  };
}

/** The tests of the nearest shorter history, with bands interpolated towards the next longer one. */
function testsFor(tests: GroupTests['active'], days: number): readonly ForecastTest[] {
  const longer = HISTORIES_DAYS.findIndex((history) => history > days);
  const index = longer < 0 ? HISTORIES_DAYS.length - 1 : Math.max(0, longer - 1);
  const shorter = tests[index] ?? UNKNOWN_POOL.tests.active[index] ?? [];
  const next = tests[longer];
  if (longer <= 0 || next === undefined) return shorter;
  const [from, to] = [HISTORIES_DAYS[index] ?? 1, HISTORIES_DAYS[longer] ?? 1];
  const share = Math.log(days / from) / Math.log(to / from);
  return shorter.map((test, at) => ({ ...test, band: mixed(test.band, next[at]?.band ?? test.band, share) }));
}

/** A forecast of hours: expected value, 80 % band, and the probability of none at all. */
export interface HoursAhead {
  readonly likely: Hours;
  readonly lo: Hours;
  readonly hi: Hours;
  readonly zero: number;
}

/** Forecast of the hours between two moments. */
export function hoursAhead(usage: Usage, from: Instant, to: Instant, zone: TimeZone): HoursAhead {
  const { likely, lo, hi, zero } = bandUntil(usage, from, to, zone);
  return { likely: hours(likely), lo: hours(lo), hi: hours(hi), zero };
}

const HOURS_A_DAY = 24;

function bandUntil(usage: Usage, from: Instant, to: Instant, zone: TimeZone) {
  const days = Math.max(0, daysApart(from, to));
  const most = HOURS_A_DAY * days;
  const likely = Math.min(most, rateAt(usage.perDay, days) * seasonDays(from, to, usage.profile, zone));
  const { lo, hi, zero } = bandAt(usage.bands, days);
  return { likely, lo: Math.min(most, likely * lo), hi: Math.min(most, likely * hi), zero };
}

/** Fewer days of data than this in a month tell nothing of it. */
const SEEN_DAYS = 10;

/** Months of the year (0 is January) between two moments of which there is no data: no band covers them. */
export const unseenMonths = (usage: Usage, from: Instant, to: Instant, zone: TimeZone): readonly number[] => [
  ...new Set(
    monthParts(from, to, zone)
      .map(({ month }) => month)
      .filter((month) => (usage.seenDays[month] ?? 0) < SEEN_DAYS),
  ),
];

/** When the given hours will be reached. Null: not within ten years. */
export interface ExpectedDate {
  readonly likely: Instant | null;
  /** Limits of the 80 % band. */
  readonly earliest: Instant | null;
  readonly latest: Instant | null;
}

export function dateOfHours(usage: Usage, from: Instant, ahead: number, zone: TimeZone): ExpectedDate {
  const within = (edge: 'lo' | 'likely' | 'hi'): Instant | null => dateUntil(usage, from, ahead, edge, zone);
  return { earliest: within('hi'), likely: within('likely'), latest: within('lo') };
}

const MOST_DAYS = 3652;
/** The search begins with this and doubles it. */
const FIRST_DAYS = 16;

/** The moment at which an edge of the band reaches the given hours. */
function dateUntil(
  usage: Usage,
  from: Instant,
  ahead: number,
  edge: 'lo' | 'likely' | 'hi',
  zone: TimeZone,
): Instant | null {
  if (ahead <= 0) return from;
  const after = (days: number): Instant => (from + days * MS_PER_DAY) as Instant;
  let [lo, hi] = [0, FIRST_DAYS];
  while (bandUntil(usage, from, after(hi), zone)[edge] < ahead) {
    if (hi >= MOST_DAYS) return null;
    [lo, hi] = [hi, Math.min(2 * hi, MOST_DAYS)];
  }
  while (hi - lo > 0.001) {
    const middle = (lo + hi) / 2;
    if (bandUntil(usage, from, after(middle), zone)[edge] < ahead) lo = middle;
    else hi = middle;
  }
  return after(hi);
}

function seenDaysOf(spans: readonly Span[], zone: TimeZone): number[] {
  const seen = Array.from({ length: 12 }, () => 0);
  for (const { from, to } of spans)
    for (const { month, days } of monthParts(from, to, zone)) seen[month] = (seen[month] ?? 0) + days;
  return seen;
}

/** Relative doubt of a month that a single unit shows. An assumption. */
const FEW_UNITS = 0.3;
/** A month in which nothing was run may differ by a few days next year. An assumption. */
const LEAST_OF_A_MONTH = 0.03;

/**
 * Relative use of each month: hours run over hours expected at the unit's mean rate. Months differ by chance too: each
 * is shrunk towards an even year by its standard error over the units.
 */
function profileOf(units: readonly (readonly Span[])[], before: SeasonProfile, zone: TimeZone): SeasonProfile {
  const byUnit = units.map((spans) => monthsOf(spans, before, zone));
  const months = before.map((_, month) => {
    const ran = sum(byUnit.map((each) => each.ran[month] ?? 0));
    const expected = sum(byUnit.map((each) => each.expected[month] ?? 0));
    if (!(expected > 0)) return { ratio: 1, error: Infinity };
    const ratio = ran / expected;
    const off = sum(byUnit.map((each) => ((each.ran[month] ?? 0) - ratio * (each.expected[month] ?? 0)) ** 2));
    // The spread of a few units is itself not known.
    return { ratio, error: off / expected ** 2 + (FEW_UNITS / byUnit.length) ** 2 };
  });
  const known = months.filter(({ error }) => Number.isFinite(error));
  if (known.length === 0) return EVEN_PROFILE;
  const differ = Math.max(0, sum(known.map(({ ratio, error }) => (ratio - 1) ** 2 - error)) / known.length);
  const shrunk = months.map(({ ratio, error }) =>
    Number.isFinite(error) && differ > 0
      ? Math.max(LEAST_OF_A_MONTH, 1 + ((ratio - 1) * differ) / (differ + error))
      : 1,
  );
  const middle = sum(shrunk) / shrunk.length;
  return shrunk.map((each) => each / middle);
}

/** The hours that a unit ran in each month of the year, and those at its mean rate. */
function monthsOf(spans: readonly Span[], before: SeasonProfile, zone: TimeZone) {
  const ran = before.map(() => 0);
  const expected = before.map(() => 0);
  const days = sum(spans.map(({ from, to }) => seasonDays(from, to, before, zone)));
  const rate = days > 0 ? sum(spans.map((span) => span.hours)) / days : 0;
  for (const { from, to, hours: added } of spans) {
    const parts = monthParts(from, to, zone);
    const worth = sum(parts.map((part) => part.days * (before[part.month] ?? 1)));
    for (const { month, days: length } of parts) {
      // The hours of a span that crosses months are divided by the current profile.
      if (worth > 0) ran[month] = (ran[month] ?? 0) + (added * length * (before[month] ?? 1)) / worth;
      expected[month] = (expected[month] ?? 0) + rate * length;
    }
  }
  return { ran, expected };
}

const sum = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0);
