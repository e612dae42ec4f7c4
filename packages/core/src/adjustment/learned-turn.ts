import {
  bestEstimate,
  isClosed,
  readTries,
  type Attempt,
  type GaugingAssumptions,
  type Try,
} from '../gauging/index.ts';
import { atLeast, atMost, mm, quantile, within, type Millimetres } from '../units/index.ts';

/** One turn between two gaugings with nothing locked in between. */
export interface TurnPair {
  readonly beforeMm: Millimetres;
  readonly afterMm: Millimetres;
  /** Positive closes the gap. */
  readonly turns: number;
}

/** Gap change of a full turn on the engines of a family, learned from the shop’s checks. */
export type LearnedTurn =
  | {
      readonly kind: 'learned';
      /** How much a full turn moves the gap. */
      readonly perTurnMm: Millimetres;
      readonly quartilesMm: readonly [Millimetres, Millimetres];
      readonly pairs: number;
    }
  | { readonly kind: 'too-few'; readonly pairs: number; readonly needed: number };

export const TURN_PAIRS_NEEDED = 5;
/** A smaller turn moves the gap by little more than the resolution of the blades. An assumption. */
const SMALLEST_TURN = 1 / 12;

/**
 * Median and quartiles of the gap change a full turn; null below five pairs; turns too small to measure are left out.
 */
export function learnedTurnOf(pairs: readonly TurnPair[]): LearnedTurn {
  const rates = pairs
    .filter(({ turns }) => atLeast(Math.abs(turns), SMALLEST_TURN))
    .map(({ beforeMm, afterMm, turns }) => (beforeMm - afterMm) / turns)
    // A gap that moved the wrong way was turned the other way, or not by as much as stated.
    .filter((rate) => rate > 0);
  if (rates.length < TURN_PAIRS_NEEDED) return { kind: 'too-few', pairs: rates.length, needed: TURN_PAIRS_NEEDED };
  return {
    kind: 'learned',
    perTurnMm: mm(quantile(rates, 0.5)),
    quartilesMm: [mm(quantile(rates, 0.25)), mm(quantile(rates, 0.75))],
    pairs: rates.length,
  };
}

/** How much the learned effect may differ from pitch and ratio before it is reported. An assumption. */
const AGREES_WITHIN = 0.15;

/**
 * Whether the learned effect agrees with pitch and ratio: the calculated value lies within the quartiles, or close to
 * them.
 */
export const turnAgrees = (
  { perTurnMm, quartilesMm }: Extract<LearnedTurn, { kind: 'learned' }>,
  byGeometryMm: Millimetres,
): boolean =>
  within(byGeometryMm, quartilesMm[0], quartilesMm[1]) ||
  atMost(Math.abs(perTurnMm - byGeometryMm), AGREES_WITHIN * byGeometryMm);

/**
 * Pairs from one valve: each stated turn between two gaugings that are bounded on both sides, beginning with the gap as
 * found.
 */
export function turnPairsOf(
  found: readonly Try[],
  attempts: readonly Attempt[],
  assumptions: GaugingAssumptions,
): TurnPair[] {
  const gapOf = (tries: readonly Try[]): Millimetres | null => {
    const reading = readTries(tries, assumptions);
    return reading.kind === 'interval' && isClosed(reading.gap) ? bestEstimate(reading.gap) : null;
  };
  return attempts.flatMap(({ after, turns, tries }, index): TurnPair[] => {
    if (after !== 'turned' || turns === undefined) return [];
    const [beforeMm, afterMm] = [gapOf(attempts[index - 1]?.tries ?? found), gapOf(tries)];
    return beforeMm === null || afterMm === null ? [] : [{ beforeMm, afterMm, turns }];
  });
}
