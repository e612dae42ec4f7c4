import type { Instant } from '../units/index.ts';
import { ASSUMED_FIT, bestFits, effectiveNumber, ratiosUnder, timesIn, type TestedRatio } from './level-choice.ts';
import type { GroupLevel, LevelFit, WeighedSpan } from './level.ts';
import { HORIZONS_DAYS, bandOf, mixed, type RatioBand } from './ratio-band.ts';
import type { SeasonProfile } from './season-profile.ts';
import { assumedVariance, bandOfVariance, spreadLawOf, varianceOf, type SpreadLaw } from './spread-law.ts';
import { HISTORIES_DAYS, reaches, testWindows, type TestWindow } from './test-windows.ts';

/** How a horizon is forecast from a history of some length: the best fit of the level, and how well it held. */
export interface ForecastTest {
  readonly fit: LevelFit;
  readonly band: RatioBand;
}

/** One for each of `HORIZONS_DAYS`. */
export type HistoryTest = readonly ForecastTest[];

/** Tests of units that ran lately, and of idle ones; each has an entry for each of `HISTORIES_DAYS`. */
export interface GroupTests {
  readonly active: readonly HistoryTest[];
  readonly idle: readonly HistoryTest[];
}

/** The probability of a horizon without any hours, with independent weeks. An assumption. */
const assumedZero = (horizonDays: number): number => 0.15 ** (horizonDays / 7);

const assumedBand = (history: number, horizon: number): RatioBand =>
  bandOfVariance(assumedVariance(history, horizon), assumedZero(horizon));

/** Bands without any evidence. */
export function assumedTests(): GroupTests {
  const tests = HISTORIES_DAYS.map((history) =>
    HORIZONS_DAYS.map((horizon) => ({ fit: ASSUMED_FIT, band: assumedBand(history, horizon) })),
  );
  return { active: tests, idle: tests };
}

/** How far back windows reach, for counting those that do not overlap. */
const TYPICAL_DAYS = 365;
/** The spread law has the weight of this many units and of this many separate times. */
const LAW_UNITS = 1.5;
const LAW_TIMES = 2;
/** Tests of the whole group count as much as this many units of one of its parts. */
const WHOLE_UNITS = 5;
/** With fewer separate times, the common bias of all windows is mostly chance. */
const FEW_TIMES = 4;

/**
 * Tests forecasts on the past of a group. Windows between two readings stand for the future, and the level of the unit
 * is estimated from what lies before them, or after them in reverse, as far as a history of that length reaches. The
 * ratios of the hours run to the hours expected give the bands: spells, idle times and wandering levels are in them as
 * they are. Where windows are few, the bands follow from how the spread depends on the horizon and the history
 * elsewhere.
 * @param units spans of each unit in date order
 * @param aheadDays season days of each of `HORIZONS_DAYS` from now on
 */
export function backtest(
  units: readonly (readonly WeighedSpan[])[],
  { profile, ...group }: GroupLevel & { readonly profile: SeasonProfile },
  now: Instant,
  aheadDays: readonly number[],
): GroupTests {
  const windows = testWindows(units, profile, now);
  const fits = bestFits(windows, group);
  const cellsOf = (some: readonly TestWindow[]): Cell[][] => {
    const byHorizon = HORIZONS_DAYS.map((_, index) => some.filter((each) => each.horizon === index));
    return HISTORIES_DAYS.map((history, at) =>
      HORIZONS_DAYS.map((horizon, index) =>
        cellOf(
          (byHorizon[index] ?? []).filter((each) => reaches(each, at)),
          { at, history, horizon, aheadDays: aheadDays[index] ?? horizon, fit: fits[index] ?? ASSUMED_FIT },
          group,
        ),
      ),
    );
  };
  const whole = testsByLaw(cellsOf(windows));
  const of = (state: boolean): readonly HistoryTest[] =>
    drawnTowards(whole, cellsOf(windows.filter(({ idle }) => idle === state)));
  return { active: of(false), idle: of(true) };
}

/** A length of history and a horizon, with the fit of its forecast. */
interface Place {
  /** Index in `HISTORIES_DAYS`. */
  readonly at: number;
  readonly history: number;
  readonly horizon: number;
  readonly aheadDays: number;
  readonly fit: LevelFit;
}

/** The evidence of the windows for one place. */
interface Cell extends Place {
  /** Null without any window. */
  readonly seen: { readonly plain: RatioBand; readonly widened: RatioBand } | null;
  readonly units: number;
  readonly times: number;
}

function cellOf(windows: readonly TestWindow[], place: Place, group: GroupLevel): Cell {
  const units = effectiveNumber(windows, ({ unit }) => unit);
  const times = timesIn(windows, place.horizon);
  if (windows.length === 0) return { ...place, seen: null, units, times };
  const ratios = centered(ratiosUnder(place.fit, windows, place.at, group), times / (times + FEW_TIMES));
  // Windows of one unit that do not overlap are observations of their own.
  const observations = units * Math.max(1, TYPICAL_DAYS / (2 * place.horizon));
  return { ...place, seen: { plain: bandOf(ratios, Infinity), widened: bandOf(ratios, observations) }, units, times };
}

/** Divides the ratios by a part of their common bias. @param kept the part of the bias that remains */
function centered(ratios: readonly TestedRatio[], kept: number): TestedRatio[] {
  let [ran, expected] = [0, 0];
  for (const each of ratios) {
    ran += each.weight * each.expected * each.ratio;
    expected += each.weight * each.expected;
  }
  const by = ran > 0 && expected > 0 ? (ran / expected) ** (kept - 1) : 1;
  return ratios.map((each) => ({ ...each, ratio: each.ratio * by }));
}

/** The bands of a group: observed ratios, shrunk towards the spread law where evidence is scarce. */
function testsByLaw(cells: readonly (readonly Cell[])[]): readonly HistoryTest[] {
  const all = cells.flat();
  const law = spreadLawOf(
    all.map(({ history, aheadDays, seen, units }) => ({
      historyDays: history,
      horizonDays: aheadDays,
      variance: seen === null ? assumedVariance(history, aheadDays) : varianceOf(seen.plain),
      units: seen === null || seen.plain.hi === 0 ? 0 : units,
    })),
  );
  return cells.map((row) =>
    row.map((cell) => {
      const { fit, seen, units, times } = cell;
      const byLaw = bandByLaw(cell, all, law);
      if (seen === null) return { fit, band: byLaw };
      const share = (times / (times + LAW_TIMES)) * (units / (units + LAW_UNITS));
      return { fit, band: mixed(byLaw, seen.widened, share) };
    }),
  );
}

/** The band of the nearest place with evidence, scaled by the spread law. */
function bandByLaw(cell: Cell, all: readonly Cell[], law: SpreadLaw): RatioBand {
  let near: { readonly cell: Cell; readonly plain: RatioBand; readonly apart: number } | null = null;
  for (const each of all) {
    if (each === cell || each.seen === null || each.units < LAW_UNITS) continue;
    const apart =
      Math.abs(Math.log2(each.history / cell.history)) / 2 +
      Math.abs(Math.log2(each.aheadDays / cell.aheadDays)) +
      WHOLE_UNITS / each.units;
    if (near === null || apart < near.apart) near = { cell: each, plain: each.seen.plain, apart };
  }
  if (near === null) return assumedBand(cell.history, cell.aheadDays);
  const { plain } = near;
  const variance = law(cell.history, cell.aheadDays);
  const zero = plain.zero ** (cell.aheadDays / near.cell.aheadDays);
  const wider = Math.sqrt(variance / law(near.cell.history, near.cell.aheadDays));
  const hi = Math.max(1, plain.hi) ** wider;
  // A lower edge near 0 cannot be scaled.
  if (plain.lo < 0.1) return { ...bandOfVariance(variance, zero), hi };
  return { zero, lo: zero >= 0.1 ? 0 : Math.min(1, plain.lo) ** wider, hi };
}

/** Bands of the idle or the active units of a group. */
function drawnTowards(whole: readonly HistoryTest[], cells: readonly (readonly Cell[])[]): readonly HistoryTest[] {
  return whole.map((row, at) =>
    row.map((test, index) => {
      const { seen, units = 0, times = 0 } = cells[at]?.[index] ?? {};
      if (seen === null || seen === undefined) return test;
      const share = (times / (times + LAW_TIMES)) * (units / (units + WHOLE_UNITS));
      return { ...test, band: mixed(test.band, seen.widened, share) };
    }),
  );
}
