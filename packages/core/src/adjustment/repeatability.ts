import {
  bestEstimate,
  intersect,
  isClosed,
  isEmpty,
  readTries,
  type Attempt,
  type GaugingAssumptions,
} from '../gauging/index.ts';
import { mm, quantile, type Millimetres } from '../units/index.ts';

/** The same setting gauged twice: before the engine was turned over, and after it. */
export interface RepeatPair {
  readonly beforeMm: Millimetres;
  readonly afterMm: Millimetres;
  /** Whether one gap can explain both gaugings. */
  readonly agrees: boolean;
}

/** How well a gap repeats when the engine is turned over and the valve is gauged again. */
export type Repeatability =
  | {
      readonly kind: 'learned';
      /** Median of the absolute difference. */
      readonly medianMm: Millimetres;
      readonly agreeing: number;
      readonly pairs: number;
    }
  | { readonly kind: 'too-few'; readonly pairs: number; readonly needed: number };

export const REPEAT_PAIRS_NEEDED = 5;

/** Pairs from the attempts at one valve: each gauging after turning over, with the attempt before it. */
export function repeatPairsOf(attempts: readonly Attempt[], assumptions: GaugingAssumptions): RepeatPair[] {
  return attempts.flatMap(({ after, tries }, index): RepeatPair[] => {
    const earlier = attempts[index - 1];
    if (after !== 'turned-over' || earlier === undefined) return [];
    const [before, now] = [readTries(earlier.tries, assumptions), readTries(tries, assumptions)];
    if (before.kind !== 'interval' || now.kind !== 'interval') return [];
    if (!isClosed(before.gap) || !isClosed(now.gap)) return [];
    const agrees = !isEmpty(intersect(before.gap, now.gap));
    return [{ beforeMm: bestEstimate(before.gap), afterMm: bestEstimate(now.gap), agrees }];
  });
}

/** Null below five pairs, which are too few to learn from. */
export function repeatabilityOf(pairs: readonly RepeatPair[]): Repeatability {
  if (pairs.length < REPEAT_PAIRS_NEEDED) return { kind: 'too-few', pairs: pairs.length, needed: REPEAT_PAIRS_NEEDED };
  const off = pairs.map(({ beforeMm, afterMm }) => Math.abs(beforeMm - afterMm));
  return {
    kind: 'learned',
    medianMm: mm(quantile(off, 0.5)),
    agreeing: pairs.filter(({ agrees }) => agrees).length,
    pairs: pairs.length,
  };
}
