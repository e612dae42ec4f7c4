import { MS_PER_DAY, type Instant } from '../units/index.ts';
import { addSpan, daysApart, levelPerDay, type LevelFit, type LevelSums, type WeighedSpan } from './level.ts';
import type { SeasonProfile } from './season-profile.ts';
import { HORIZONS_DAYS, bandOf, mixed, type RatioBand, type SeenRatio } from './ratio-band.ts';

/** Lengths of history, in days, for which a group is tested. */
export const HISTORIES_DAYS = [14, 30, 60, 120, 240] as const;

/** How a horizon is forecast from a history of some length: the best fit of the level, and how well it held. */
export interface ForecastTest {
  readonly fit: LevelFit;
  readonly band: RatioBand;
}

/** One for each of `HORIZONS_DAYS`. */
export type HistoryTest = readonly ForecastTest[];

const ASSUMED_FIT: LevelFit = { halfLifeDays: 40, pullDays: 15 };

/**
 * Bands without any evidence, by length of history and horizon: work comes in spells, and a level is known the better
 * the longer it was seen and the sooner it is asked for. An assumption; evidence of a few units outweighs it.
 */
export function assumedBand(historyDays: number, horizonDays: number): RatioBand {
  const variance = 2 / horizonDays + 4 / historyDays + (0.2 * Math.min(horizonDays, 365)) / 365 + 0.02;
  const spread = 1.2816 * Math.sqrt(Math.log1p(variance));
  return { zero: 0.15 ** (horizonDays / 7), lo: Math.exp(-spread) * 0.9, hi: Math.exp(spread) };
}

/** Tests of units that ran lately, and of idle ones; each has an entry for each of `HISTORIES_DAYS`. */
export interface GroupTests {
  readonly active: readonly HistoryTest[];
  readonly idle: readonly HistoryTest[];
}

export function assumedTests(): GroupTests {
  const tests = HISTORIES_DAYS.map((history) =>
    HORIZONS_DAYS.map((horizon) => ({ fit: ASSUMED_FIT, band: assumedBand(history, horizon) })),
  );
  return { active: tests, idle: tests };
}

/** A unit without any hours for so long is idle. An assumption. */
const IDLE_DAYS = 9;

/** Whether nothing was run before a moment. @param spans the latest first */
export function isIdle(spans: readonly WeighedSpan[]): boolean {
  let days = 0;
  for (const { from, to, hours } of spans) {
    if (hours > 0) return false;
    days += daysApart(from, to);
    if (days >= IDLE_DAYS) return true;
  }
  return false;
}

const HALF_LIVES_DAYS = [10, 40, 160, 640] as const;
const PULLS_DAYS = [2, 15, 100] as const;
const FITS: readonly LevelFit[] = HALF_LIVES_DAYS.flatMap((halfLifeDays) =>
  PULLS_DAYS.map((pullDays) => ({ halfLifeDays, pullDays })),
);
/** A sample of units, and of windows in each, bounds the cost of a group. */
const TESTED_UNITS = 40;
const STARTS_A_UNIT = 16;
/** Windows that begin at the same time of the year tell the most. In days. An assumption. */
const SAME_SEASON_DAYS = 20;
const OTHER_SEASON = 0.02;
/** From this standard deviation of the months on, windows at other times of the year hardly count. An assumption. */
const SEASONAL = 0.4;
/** How far back windows reach, for counting those that do not overlap. */
const TYPICAL_DAYS = 365;
/** The assumption counts as much as the evidence of this many units. */
const ASSUMED_UNITS = 1.5;
/** And what was tested nearby as much as this many. */
const NEAR_UNITS = 5;

/** A window of one unit's past that stands for a future. */
interface TestWindow {
  readonly unit: number;
  readonly horizon: number;
  readonly hours: number;
  readonly worth: number;
  readonly weight: number;
  /** Nothing was run before it. */
  readonly idle: boolean;
  /** Hours and season days outside of the window, weighted by each half-life, for each length of history. */
  readonly past: readonly (readonly Readonly<LevelSums>[])[];
}

/**
 * Tests forecasts on the past of a group. Windows between two readings stand for the future, and the level of the unit
 * is estimated from what lies before them, or after them in reverse, as far as a history of that length reaches. The
 * ratios of the hours run to the hours expected give the bands: spells, idle times and wandering levels are in them as
 * they are. Windows that begin at the present time of the year count most.
 * @param units spans of each unit in date order
 */
export function backtest(
  units: readonly (readonly WeighedSpan[])[],
  { perDay: groupPerDay, profile }: { readonly perDay: number; readonly profile: SeasonProfile },
  now: Instant,
): GroupTests {
  const variance = profile.reduce((sum, month) => sum + (month - 1) ** 2, 0) / profile.length;
  const otherSeason = Math.max(OTHER_SEASON, 1 - Math.sqrt(variance) / SEASONAL);
  const step = Math.max(1, units.length / TESTED_UNITS);
  const sample = Array.from({ length: Math.min(units.length, TESTED_UNITS) }, (_, at) => units[Math.floor(at * step)]);
  const windows = sample.flatMap((spans, unit) =>
    windowsOf(spans ?? [], unit, (start) => Math.max(otherSeason, sameSeason(start, now)), otherSeason < 0.1),
  );
  const all = testsOf(windows, groupPerDay, null);
  const of = (state: boolean): readonly HistoryTest[] =>
    testsOf(
      windows.filter(({ idle }) => idle === state),
      groupPerDay,
      all,
    );
  return { active: of(false), idle: of(true) };
}

/** @param whole tests of the whole group, towards which the tests of a part of it are drawn */
function testsOf(
  windows: readonly TestWindow[],
  groupPerDay: number,
  whole: readonly HistoryTest[] | null,
): readonly HistoryTest[] {
  const tests: ForecastTest[][] = [];
  HISTORIES_DAYS.forEach((history, at) => {
    const known: (ForecastTest & { readonly evidence: number })[] = [];
    HORIZONS_DAYS.forEach((horizon, index) => {
      const usable = windows.filter((each) => each.horizon === index && each.past[at] !== undefined);
      const evidence = unitsIn(usable);
      // Windows of one unit that do not overlap are observations of their own.
      const observations = evidence * Math.max(1, TYPICAL_DAYS / (2 * horizon));
      // The whole group, or a shorter history of it, tells more than an assumption does.
      const near = whole?.[at]?.[index] ?? tests[at - 1]?.[index];
      // Bands are only comparable under one fit.
      const keeps = near !== undefined && (whole !== null || evidence < 2 * NEAR_UNITS);
      const { fit, ratios } = bestFit(usable, at, groupPerDay, keeps ? near.fit : null);
      const prior = near?.band ?? longerThan(known, index, history) ?? assumedBand(history, horizon);
      const weight = near === undefined ? ASSUMED_UNITS : NEAR_UNITS;
      const band =
        ratios.length === 0 ? prior : mixed(prior, bandOf(ratios, observations), evidence / (evidence + weight));
      known.push({ fit, band, evidence });
    });
    tests.push(known.map(({ fit, band }) => ({ fit, band })));
  });
  return tests;
}

/** What is assumed of a horizon that no window reaches: the longest tested one, as much wider as assumed. */
function longerThan(
  known: readonly (ForecastTest & { readonly evidence: number })[],
  index: number,
  history: number,
): RatioBand | null {
  const at = known.findLastIndex(({ evidence }) => evidence >= ASSUMED_UNITS);
  const { band } = known[at] ?? {};
  if (band === undefined) return null;
  const [horizon, asked] = [HORIZONS_DAYS[at] ?? 7, HORIZONS_DAYS[index] ?? 7];
  // As much wider as the logarithms of the assumed bands.
  const wider = Math.log(assumedBand(history, asked).hi) / Math.log(assumedBand(history, horizon).hi);
  return {
    zero: band.zero ** (asked / horizon),
    lo: Math.min(1, band.lo) ** wider,
    hi: Math.max(1, band.hi) ** wider,
  };
}

interface TestedRatio extends SeenRatio {
  readonly unit: number;
}

/** How many units the evidence comes from, by their weights (Kish's effective sample size). */
function unitsIn(ratios: readonly Pick<TestedRatio, 'unit' | 'weight'>[]): number {
  const weights = new Map<number, number>();
  for (const { unit, weight } of ratios) weights.set(unit, (weights.get(unit) ?? 0) + weight);
  let [sum, squares] = [0, 0];
  for (const weight of weights.values()) [sum, squares] = [sum + weight, squares + weight * weight];
  return squares === 0 ? 0 : (sum * sum) / squares;
}

/** The fit whose band has the least interval score (Gneiting and Raftery 2007), in hours; or the given one. */
function bestFit(windows: readonly TestWindow[], at: number, groupPerDay: number, given: LevelFit | null) {
  let best: { fit: LevelFit; ratios: readonly TestedRatio[]; score: number } | null = null;
  for (const fit of given === null ? FITS : [given]) {
    const place = HALF_LIVES_DAYS.findIndex((each) => each === fit.halfLifeDays);
    const expected = windows.map(({ past, worth }) => {
      return worth * levelPerDay(past[at]?.[place] ?? NOTHING, fit.pullDays, groupPerDay);
    });
    const ratios = windows.map(({ unit, weight, hours }, index) => ({
      unit,
      weight,
      ratio: hours / (expected[index] ?? Infinity),
    }));
    const score = ratios.length === 0 || given !== null ? 0 : scoreOf(windows, expected, bandOf(ratios, Infinity));
    if (best === null || score < best.score) best = { fit, ratios, score };
  }
  return best ?? { fit: ASSUMED_FIT, ratios: [] };
}

const NOTHING: Readonly<LevelSums> = { ran: 0, days: 0 };

/** A miss costs ten times its size: the bands are to hold in 80 of 100 cases. */
const MISS = 2 / 0.2;

function scoreOf(windows: readonly TestWindow[], expected: readonly number[], { lo, hi }: RatioBand): number {
  let score = 0;
  windows.forEach(({ hours, weight }, index) => {
    const [from, to] = [lo * (expected[index] ?? 0), hi * (expected[index] ?? 0)];
    score += weight * (to - from + MISS * Math.max(0, from - hours, hours - to));
  });
  return score;
}

function windowsOf(
  spans: readonly WeighedSpan[],
  unit: number,
  weightOf: (start: Instant) => number,
  seasonal: boolean,
): TestWindow[] {
  const found: TestWindow[] = [];
  const step = Math.max(1, Math.ceil(spans.length / STARTS_A_UNIT));
  const forward = new Map<number, TestWindow['past']>();
  const backward = new Map<number, TestWindow['past']>();
  for (let first = 0; first < spans.length; first += 1) {
    const start = spans[first]?.from;
    if (start === undefined) continue;
    const weight = weightOf(start);
    // Every start that counts in full where seasons differ, otherwise a sample.
    if ((weight < 0.3 || !seasonal) && first % step !== unit % step) continue;
    const idle = isIdle(spans.slice(Math.max(0, first - 4), first).toReversed());
    let [hours, worth, horizon] = [0, 0, 0];
    for (let last = first; last < spans.length && horizon < HORIZONS_DAYS.length; last += 1) {
      const span = spans[last] as WeighedSpan;
      [hours, worth] = [hours + span.hours, worth + span.worth];
      const length = daysApart(start, span.to);
      for (; horizon < HORIZONS_DAYS.length && length >= (HORIZONS_DAYS[horizon] ?? 0) * 0.85; horizon += 1) {
        if (length > Math.max((HORIZONS_DAYS[horizon] ?? 0) * 1.2, 9) || !(worth > 0)) continue;
        const window = { unit, horizon, hours, worth, weight, idle };
        const [before, after] = [
          known(forward, first, () => pastOf(spans, first - 1, -1)),
          known(backward, last, () => pastOf(spans, last + 1, 1)),
        ];
        if (before.length > 0) found.push({ ...window, past: before });
        if (after.length > 0) found.push({ ...window, past: after });
      }
    }
  }
  return found;
}

function known<Key, Value>(cache: Map<Key, Value>, key: Key, make: () => Value): Value {
  const held = cache.get(key);
  if (held !== undefined) return held;
  const made = make();
  cache.set(key, made);
  return made;
}

function sameSeason(a: number, b: number): number {
  const apart = Math.abs(daysApart(a, b)) % 365.25;
  const days = Math.min(apart, 365.25 - apart);
  return Math.exp(-0.5 * (days / SAME_SEASON_DAYS) ** 2);
}

/** The weighted sums of the spans from a place on, in one direction, for each length of history that they reach. */
function pastOf(spans: readonly WeighedSpan[], from: number, direction: 1 | -1): LevelSums[][] {
  const sums = HALF_LIVES_DAYS.map(() => ({ ran: 0, days: 0 }));
  const past: LevelSums[][] = [];
  const edge = (span: WeighedSpan): number => (direction < 0 ? span.to : span.from);
  const start = spans[from];
  if (start === undefined) return past;
  const at = edge(start);
  let reached = 0;
  for (let place = from; place >= 0 && place < spans.length; place += direction) {
    const span = spans[place] as WeighedSpan;
    const ago = Math.abs((span.from + span.to) / 2 - at) / MS_PER_DAY;
    const end = Math.abs((direction < 0 ? span.from : span.to) - at) / MS_PER_DAY;
    // A length of history ends before the span that leads too far beyond it.
    while (past.length < HISTORIES_DAYS.length && end > (HISTORIES_DAYS[past.length] ?? 0) * 1.3) {
      if (reached < (HISTORIES_DAYS[past.length] ?? 0) * 0.8) return past;
      past.push(sums.map((each) => ({ ...each })));
    }
    if (past.length === HISTORIES_DAYS.length) return past;
    HALF_LIVES_DAYS.forEach((halfLife, index) => {
      const sum = sums[index];
      if (sum !== undefined) addSpan(sum, span, ago, halfLife);
    });
    reached = end;
  }
  while (past.length < HISTORIES_DAYS.length && reached >= (HISTORIES_DAYS[past.length] ?? 0) * 0.8)
    past.push(sums.map((each) => ({ ...each })));
  return past;
}
