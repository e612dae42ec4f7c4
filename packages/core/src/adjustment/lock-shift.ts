import type { Attempt, GaugingAssumptions } from '../gauging/index.ts';
import { mm, quantile, type Millimetres } from '../units/index.ts';
import { knownGapMm } from './known-gap-mm.ts';

/** One adjustment: the gap with the blade in place before locking, and the gap gauged after. */
export interface LockPair {
  readonly beforeMm: Millimetres;
  readonly afterMm: Millimetres;
}

/** By how much locking usually tightens the gap. Negative where locking opens it. */
export type LockShift =
  | {
      readonly kind: 'learned';
      readonly medianMm: Millimetres;
      readonly quartilesMm: readonly [Millimetres, Millimetres];
      readonly pairs: number;
    }
  | { readonly kind: 'too-few'; readonly pairs: number; readonly needed: number };

export const LOCK_PAIRS_NEEDED = 5;

/** Median and quartiles of the shift; null below five pairs, which are too few to learn from. */
export function lockShiftOf(pairs: readonly LockPair[]): LockShift {
  if (pairs.length < LOCK_PAIRS_NEEDED) return { kind: 'too-few', pairs: pairs.length, needed: LOCK_PAIRS_NEEDED };
  const shifts = pairs.map(({ beforeMm, afterMm }) => beforeMm - afterMm);
  return {
    kind: 'learned',
    medianMm: mm(quantile(shifts, 0.5)),
    quartilesMm: [mm(quantile(shifts, 0.25)), mm(quantile(shifts, 0.75))],
    pairs: pairs.length,
  };
}

/**
 * Pairs from the attempts at one valve: the last gap before each lock and the first one after it, both bounded on both
 * sides. Locking what is locked already, or turning the engine over, moves nothing and gives no pair.
 */
export function lockPairsOf(attempts: readonly Attempt[], assumptions: GaugingAssumptions): LockPair[] {
  const pairs: LockPair[] = [];
  let beforeMm: Millimetres | null = null;
  let locked = true;
  for (const { after, tries } of attempts) {
    const gapMm = knownGapMm(tries, assumptions);
    if (after === 'turned') [locked, beforeMm] = [false, gapMm];
    else if (after === 'turned-over' && !locked) beforeMm = gapMm ?? beforeMm;
    else {
      locked = true;
      if (beforeMm === null || gapMm === null) continue;
      pairs.push({ beforeMm, afterMm: gapMm });
      beforeMm = null;
    }
  }
  return pairs;
}
