import { bestEstimate, isClosed, readTries, type Attempt, type GaugingAssumptions } from '../gauging/index.ts';
import { mm, quantile, type Millimetres } from '../units/index.ts';

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

/** Pairs from the attempts at one valve: each locked attempt with the attempt before it, both bounded on both sides. */
export function lockPairsOf(attempts: readonly Attempt[], assumptions: GaugingAssumptions): LockPair[] {
  const gapOf = ({ tries }: Attempt): Millimetres | null => {
    const reading = readTries(tries, assumptions);
    return reading.kind === 'interval' && isClosed(reading.gap) ? bestEstimate(reading.gap) : null;
  };
  return attempts.flatMap((locked, index): LockPair[] => {
    const before = attempts[index - 1];
    if (locked.after !== 'locked' || before === undefined) return [];
    const [beforeMm, afterMm] = [gapOf(before), gapOf(locked)];
    return beforeMm === null || afterMm === null ? [] : [{ beforeMm, afterMm }];
  });
}
