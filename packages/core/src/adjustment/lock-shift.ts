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

const NEEDED = 5;

/** Median and quartiles of the shift; nothing below five pairs: fewer are an anecdote. */
export function lockShiftOf(pairs: readonly LockPair[]): LockShift {
  if (pairs.length < NEEDED) return { kind: 'too-few', pairs: pairs.length, needed: NEEDED };
  const shifts = pairs.map(({ beforeMm, afterMm }) => beforeMm - afterMm);
  return {
    kind: 'learned',
    medianMm: mm(quantile(shifts, 0.5)),
    quartilesMm: [mm(quantile(shifts, 0.25)), mm(quantile(shifts, 0.75))],
    pairs: pairs.length,
  };
}
