import type { RatioBand } from './ratio-band.ts';

/** Relative variance of the hours ahead, by season days of history and of the horizon. */
export type SpreadLaw = (historyDays: number, horizonDays: number) => number;

/** Season days after which spells of a whole season average out. An assumption. */
const SEASON_DAYS = 90;

/**
 * Terms of the variance: differing days of work, spells of a season, the uncertainty of a level from so much history, a
 * wandering level, and a constant.
 */
const termsOf = (history: number, horizon: number): readonly number[] => [
  1 / horizon,
  1 / (horizon + SEASON_DAYS),
  1 / history,
  horizon / 365,
  1,
];

/** Coefficients without evidence. An assumption; the evidence of a few units outweighs it. */
const ASSUMED = [2, 2, 4, 0.2, 0.02] as const;

export const assumedVariance: SpreadLaw = (history, horizon) =>
  termsOf(history, horizon).reduce((sum, term, index) => sum + term * (ASSUMED[index] ?? 0), 0);

/** The 10 % and 90 % points of a normal distribution. */
const TENTH = 1.2816;

export const varianceOf = ({ lo, hi }: RatioBand): number => ((hi - lo) / 2 / TENTH) ** 2;

/** A band of mean 1: a lognormal distribution. */
export function bandOfVariance(variance: number, zero: number): RatioBand {
  const sigma = Math.sqrt(Math.log1p(variance));
  const [lo, hi] = [-TENTH, TENTH].map((z) => Math.exp(-(sigma * sigma) / 2 + z * sigma)) as [number, number];
  return { zero, lo: zero >= 0.1 ? 0 : lo, hi };
}

/** An observed variance. */
export interface SeenVariance {
  readonly historyDays: number;
  readonly horizonDays: number;
  readonly variance: number;
  readonly units: number;
}

/** The assumption has the weight of this many units at each place. */
const ASSUMED_UNITS = 0.1;
/** Errors are relative to the variance plus this value. */
const LEAST_VARIANCE = 0.003;
const SMALLEST = 1e-4;

/** The law that fits variances best: non-negative least squares, with the assumption as weak evidence. */
export function spreadLawOf(seen: readonly SeenVariance[]): SpreadLaw {
  const rows = seen.flatMap(({ historyDays, horizonDays, variance, units }) => {
    const terms = termsOf(historyDays, horizonDays);
    const assumed = assumedVariance(historyDays, horizonDays);
    return [
      { terms, variance, weight: units / (LEAST_VARIANCE + variance) ** 2 },
      { terms, variance: assumed, weight: ASSUMED_UNITS / (LEAST_VARIANCE + assumed) ** 2 },
    ];
  });
  const law = nonNegativeLeastSquares(rows);
  return (history, horizon) =>
    Math.max(
      SMALLEST,
      termsOf(history, horizon).reduce((sum, term, index) => sum + term * (law[index] ?? 0), 0),
    );
}

interface Row {
  readonly terms: readonly number[];
  readonly variance: number;
  readonly weight: number;
}

/** Enough iterations of coordinate descent for five terms. */
const ROUNDS = 300;

/** Coordinate descent (Franc, Hlaváč and Navara 2005): one coefficient at a time, none below zero. */
function nonNegativeLeastSquares(rows: readonly Row[]): readonly number[] {
  const size = rows[0]?.terms.length ?? 0;
  const product = (a: (row: Row) => number, b: (row: Row) => number): number =>
    rows.reduce((sum, row) => sum + row.weight * a(row) * b(row), 0);
  const term = (index: number) => (row: Row) => row.terms[index] ?? 0;
  const places = Array.from({ length: size }, (_, index) => index);
  const matrix = places.map((a) => places.map((b) => product(term(a), term(b))));
  const right = places.map((index) => product(term(index), ({ variance }) => variance));
  const found = places.map(() => 0);
  for (let round = 0; round < ROUNDS; round += 1)
    for (const index of places) {
      const others = places.reduce(
        (sum, at) => sum + (at === index ? 0 : (matrix[index]?.[at] ?? 0) * (found[at] ?? 0)),
        0,
      );
      const own = matrix[index]?.[index] ?? 0;
      found[index] = own > 0 ? Math.max(0, ((right[index] ?? 0) - others) / own) : 0;
    }
  return found;
}
