import type { Attempt, GaugingAssumptions, Try } from '../gauging/index.ts';
import { atLeast, atMost, mm, quantile, within, type Millimetres } from '../units/index.ts';
import { knownGapMm } from './known-gap-mm.ts';
import { isLockedAfter } from './lock-state.ts';

/** One turn between two gaugings, the second of them before locking. */
export interface TurnPair {
  readonly beforeMm: Millimetres;
  readonly afterMm: Millimetres;
  /** Positive closes the gap. */
  readonly turns: number;
  /** It was locked at the first gauging: loosening it opened the gap by the lock shift before it was turned. */
  readonly loosened: boolean;
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
 * @param lockShiftMm learned from lock pairs; null: estimated together with the turn
 */
export function learnedTurnOf(pairs: readonly TurnPair[], lockShiftMm: Millimetres | null): LearnedTurn {
  const usable = pairs.filter(({ turns }) => atLeast(Math.abs(turns), SMALLEST_TURN));
  const shiftMm = lockShiftMm ?? shiftOfTurns(usable);
  const rates = usable
    .map(({ beforeMm, afterMm, turns, loosened }) => (beforeMm + (loosened ? shiftMm : 0) - afterMm) / turns)
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

/**
 * The lock shift from turns alone, as the intercept of the change over the turns (Theil 1950, Sen 1968: the median of
 * all slopes). 0 where all turns are alike or too few: the intercept is not known then.
 */
function shiftOfTurns(pairs: readonly TurnPair[]): number {
  const points = pairs
    .filter(({ loosened }) => loosened)
    .slice(0, MOST_POINTS)
    .map(({ beforeMm, afterMm, turns }) => ({ turns, change: beforeMm - afterMm }));
  const slopes = points.flatMap((one, index) =>
    points.slice(index + 1).flatMap((other) => {
      const apart = one.turns - other.turns;
      return atLeast(Math.abs(apart), SMALLEST_TURN) ? [(one.change - other.change) / apart] : [];
    }),
  );
  if (points.length < TURN_PAIRS_NEEDED || slopes.length < points.length) return 0;
  const slope = quantile(slopes, 0.5);
  return quantile(
    points.map(({ turns, change }) => slope * turns - change),
    0.5,
  );
}

/** The newest pairs are enough; the number of slopes is the square of theirs. */
const MOST_POINTS = 200;

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
  return attempts.flatMap(({ after, turns, tries }, index): TurnPair[] => {
    if (after !== 'turned' || turns === undefined) return [];
    const beforeMm = knownGapMm(attempts[index - 1]?.tries ?? found, assumptions);
    const afterMm = knownGapMm(tries, assumptions);
    if (beforeMm === null || afterMm === null) return [];
    return [{ beforeMm, afterMm, turns, loosened: isLockedAfter(attempts.slice(0, index)) }];
  });
}
