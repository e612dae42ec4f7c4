import type { Pattern, PlainFeel } from './felt-pattern.ts';

/** What the joint estimate is made from; all lengths in ticks. */
interface Model {
  readonly priorSd: number;
  /** The gaps that a pattern leaves, each with its prior weight. */
  readonly gapsOf: (pattern: Pattern) => readonly { readonly step: number; readonly weight: number }[];
  /** The probability of an answer, at whole ticks of the gap over the thickness. */
  readonly chanceOf: (feel: PlainFeel, over: number) => number;
  /** Ticks of one step of a gap. */
  readonly step: number;
}

const ROUNDS = 12;
/** No step is longer than this, in ticks: far from the optimum the curvature misleads. */
const LONGEST_STEP = 4;

/**
 * The maximum a posteriori errors of all blades together by Newton steps, with standard deviations from the inverse of
 * the curvature there (Laplace approximation).
 */
export function jointErrors(
  patterns: readonly Pattern[],
  blades: number,
  model: Model,
): readonly { readonly mean: number; readonly sd: number }[] {
  const precision = 1 / model.priorSd ** 2;
  const gaps = patterns.map((pattern) => model.gapsOf(pattern));
  let errors = Array.from({ length: blades }, () => 0);
  let covariance: readonly (readonly number[])[] = [];
  for (let round = 0; round < ROUNDS; round += 1) {
    const slope = errors.map((error) => -error * precision);
    const curve = errors.map((_, row) => errors.map((__, column) => (row === column ? precision : 0)));
    patterns.forEach((pattern, at) => addPattern(pattern, gaps[at] ?? [], errors, model, slope, curve));
    covariance = inverse(curve, precision);
    const moves = covariance.map((row) => row.reduce((sum, value, place) => sum + value * (slope[place] ?? 0), 0));
    errors = errors.map((error, blade) => error + clamp(moves[blade] ?? 0));
    if (moves.every((move) => Math.abs(move) < 0.01)) break;
  }
  return errors.map((mean, blade) => ({ mean, sd: Math.sqrt(Math.max(covariance[blade]?.[blade] ?? 0, 1 / 12)) }));
}

const clamp = (move: number): number => Math.max(-LONGEST_STEP, Math.min(LONGEST_STEP, move));

/** Adds the slope and the curvature of the log likelihood of one pattern. */
function addPattern(
  { tries, count }: Pattern,
  gaps: readonly { readonly step: number; readonly weight: number }[],
  errors: readonly number[],
  model: Model,
  slope: number[],
  curve: number[][],
): void {
  const chance = smoothed(model.chanceOf);
  const size = tries.length;
  let whole = 0;
  const first = new Float64Array(size);
  const second = new Float64Array(size);
  const product = new Float64Array(size * size);
  const own = new Float64Array(size);
  for (const { step, weight } of gaps) {
    let likelihood = weight;
    tries.forEach(({ blade, thickness, feel }, place) => {
      const over = step * model.step - thickness - (errors[blade] ?? 0);
      const [before, at, after] = [chance(feel, over - 1), chance(feel, over), chance(feel, over + 1)];
      likelihood *= at;
      // A thicker blade leaves less of the gap.
      own[place] = -(after - before) / 2 / at;
      second[place] = (after - 2 * at + before) / at - (own[place] ?? 0) ** 2;
    });
    if (likelihood <= 1e-14) continue;
    whole += likelihood;
    for (let row = 0; row < size; row += 1) {
      const slopeOfRow = own[row] ?? 0;
      first[row] = (first[row] ?? 0) + likelihood * slopeOfRow;
      for (let column = 0; column < size; column += 1) {
        const bend = row === column ? (second[row] ?? 0) : 0;
        const cell = row * size + column;
        product[cell] = (product[cell] ?? 0) + likelihood * (slopeOfRow * (own[column] ?? 0) + bend);
      }
    }
  }
  if (whole <= 0) return;
  tries.forEach(({ blade: row }, place) => {
    const mean = (first[place] ?? 0) / whole;
    slope[row] = (slope[row] ?? 0) + count * mean;
    tries.forEach(({ blade: column }, other) => {
      const bend = (product[place * size + other] ?? 0) / whole - (mean * (first[other] ?? 0)) / whole;
      const line = curve[row];
      if (line !== undefined) line[column] = (line[column] ?? 0) - count * bend;
    });
  });
}

/** A probability between whole ticks, by the line between them. */
const smoothed =
  (chanceOf: Model['chanceOf']) =>
  (feel: PlainFeel, over: number): number => {
    const below = Math.floor(over);
    const share = over - below;
    return (1 - share) * chanceOf(feel, below) + share * chanceOf(feel, below + 1);
  };

/**
 * The inverse of a symmetric matrix by Gauss-Jordan elimination. Where the curvature is less than that of the prior, as
 * far from the optimum, the prior takes its place.
 */
function inverse(matrix: readonly (readonly number[])[], least: number): number[][] {
  const size = matrix.length;
  const work = matrix.map((row, index) => [...row, ...Array.from({ length: size }, (_, at) => (at === index ? 1 : 0))]);
  for (let pivot = 0; pivot < size; pivot += 1) {
    const row = work[pivot] as number[];
    const head = Math.max(row[pivot] ?? 0, least);
    for (let column = 0; column < 2 * size; column += 1) row[column] = (row[column] ?? 0) / head;
    row[pivot] = 1;
    for (let other = 0; other < size; other += 1) {
      if (other === pivot) continue;
      const line = work[other] as number[];
      const factor = line[pivot] ?? 0;
      if (factor !== 0)
        for (let column = 0; column < 2 * size; column += 1)
          line[column] = (line[column] ?? 0) - factor * (row[column] ?? 0);
    }
  }
  return work.map((row) => row.slice(size));
}
