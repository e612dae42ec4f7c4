import type { GapInterval } from '../gauging/index.ts';
import type { Window } from '../specification/index.ts';
import type { DecisionRule } from '../verdict/index.ts';
import { SAME_LENGTH_MM } from '../units/index.ts';

/** A gap interval in plain numbers, mm, for looking ahead through thousands of them. */
export interface KnownGap {
  readonly lo: number;
  readonly loStrict: boolean;
  readonly loMeasured: boolean;
  /** Infinity while every blade went free. */
  readonly hi: number;
  readonly hiStrict: boolean;
}

export const knownGap = ({ lo, hi, loMeasured }: GapInterval): KnownGap => ({
  lo: lo.mm,
  loStrict: lo.strict,
  loMeasured,
  hi: hi?.mm ?? Infinity,
  hiStrict: hi?.strict ?? false,
});

/** The verdict's state alone. Agrees with `judge` (a property test holds the two together). */
export function stateOf(
  { lo, loStrict, loMeasured, hi, hiStrict }: KnownGap,
  { minMm, maxMm }: Window,
  rule: DecisionRule,
): 'tight' | 'inside' | 'gaping' | 'undecided' {
  if (hi < minMm - SAME_LENGTH_MM || (hiStrict && hi <= minMm + SAME_LENGTH_MM)) return 'tight';
  if (lo > maxMm + SAME_LENGTH_MM || (loStrict && lo >= maxMm - SAME_LENGTH_MM)) return 'gaping';
  if (!loMeasured || hi === Infinity) return 'undecided';
  if (lo >= minMm - SAME_LENGTH_MM && hi <= maxMm + SAME_LENGTH_MM) return 'inside';
  if (rule.kind === 'proven') return 'undecided';
  const middle = (lo + hi) / 2;
  const inside = (Math.min(hi, maxMm) - Math.max(lo, minMm)) / (hi - lo);
  return middle >= minMm && middle <= maxMm && inside >= rule.atLeast ? 'inside' : 'undecided';
}
