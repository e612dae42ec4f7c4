import { MEMORIES, NOTHING, levelOfSums, memoryOf, type GroupLevel, type LevelFit } from './level.ts';
import { HORIZONS_DAYS, bandOf, type RatioBand, type SeenRatio } from './ratio-band.ts';
import { HISTORIES_DAYS, reaches, type TestWindow } from './test-windows.ts';

const PULLS_DAYS = [2, 15, 100] as const;
const FITS: readonly LevelFit[] = [
  ...MEMORIES.map((memory) => ({ ...memory, over: 'all-days' as const })),
  ...MEMORIES.filter(
    ({ halfLifeDays, sinceChange }) => !sinceChange && (halfLifeDays === 40 || halfLifeDays === 640),
  ).map((memory) => ({ ...memory, over: 'worked-days' as const })),
].flatMap((fit) => PULLS_DAYS.map((pullDays) => ({ ...fit, pullDays })));

export const ASSUMED_FIT: LevelFit = { halfLifeDays: 40, sinceChange: false, pullDays: 15, over: 'all-days' };

/** The hours of a window over those expected. */
export interface TestedRatio extends SeenRatio {
  readonly expected: number;
}

/** @param at index in `HISTORIES_DAYS`; each window has a past of that length */
export const ratiosUnder = (
  fit: LevelFit,
  windows: readonly TestWindow[],
  at: number,
  group: GroupLevel,
): TestedRatio[] => {
  const memory = memoryOf(fit);
  return windows.map(({ weight, hours, worth, past }) => {
    const expected = worth * levelOfSums(past[at]?.[memory] ?? NOTHING, fit, group);
    return { weight, expected, ratio: hours / expected };
  });
};

/**
 * Effective number of independent things behind some weights (Kish), such as units or times of the year; one with
 * little weight counts for little.
 */
export function effectiveNumber(windows: readonly TestWindow[], keyOf: (window: TestWindow) => number): number {
  const weights = new Map<number, number>();
  for (const window of windows) {
    const key = keyOf(window);
    weights.set(key, (weights.get(key) ?? 0) + window.weight);
  }
  let [sum, squares, full] = [0, 0, 0];
  for (const weight of weights.values())
    [sum, squares, full] = [sum + weight, squares + weight * weight, full + Math.min(1, weight)];
  return squares === 0 ? 0 : Math.min(full, (sum * sum) / squares);
}

/** Number of separate times: an effect common to all units is observed once in each. */
export const timesIn = (windows: readonly TestWindow[], horizonDays: number): number =>
  effectiveNumber(windows, ({ start }) => Math.floor(start / horizonDays));

/** With fewer separate times, the scores of the shorter horizons dominate. */
const FEW_TIMES = 4;
/** A memory half as long must reduce the score by this share, because longer memories are less noisy. */
const SHORTER_MEMORY = 0.005;
const LONGEST_DAYS = Math.max(...MEMORIES.map(({ halfLifeDays }) => halfLifeDays));

/**
 * The fit of each horizon whose bands have the least interval score (Gneiting and Raftery 2007), as the mean of its
 * logarithm over all lengths of history.
 */
export function bestFits(windows: readonly TestWindow[], group: GroupLevel): LevelFit[] {
  let shorter: readonly number[] | null = null;
  return HORIZONS_DAYS.map((horizon, index) => {
    const own = windows.filter((each) => each.horizon === index);
    const byHistory = HISTORIES_DAYS.map((_, at) => own.filter((each) => reaches(each, at)));
    const tested = byHistory.filter(({ length }) => length > 0).length;
    const times = timesIn(own, horizon);
    const share = tested === 0 ? 0 : shorter === null ? 1 : times / (times + FEW_TIMES);
    const scores: number[] = FITS.map((fit, place) => {
      const own = byHistory.reduce((sum, usable, at) => sum + logScore(ratiosUnder(fit, usable, at, group)), 0);
      const steadier = SHORTER_MEMORY * Math.log2(LONGEST_DAYS / fit.halfLifeDays);
      return share * (own / Math.max(1, tested) + steadier) + (1 - share) * (shorter?.[place] ?? 0);
    });
    shorter = scores;
    return FITS[scores.indexOf(Math.min(...scores))] ?? ASSUMED_FIT;
  });
}

/** A miss costs ten times its size: the bands are to hold in 80 of 100 cases. */
const MISS = 2 / 0.2;
const LEAST_SCORE = 1e-9;

function logScore(ratios: readonly TestedRatio[]): number {
  if (ratios.length === 0) return 0;
  const { lo, hi }: RatioBand = bandOf(ratios, Infinity);
  let score = 0;
  for (const { expected, ratio, weight } of ratios)
    score += weight * expected * (hi - lo + MISS * Math.max(0, lo - ratio, ratio - hi));
  return Math.log(score + LEAST_SCORE);
}
