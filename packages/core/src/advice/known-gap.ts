import type { GapInterval } from '../gauging/index.ts';
import type { Window } from '../specification/index.ts';
import type { DecisionRule } from '../verdict/index.ts';
import { above, atLeast, atMost, below, same, within } from '../units/index.ts';

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

/** The verdict's state alone. Agrees with `evaluate` (a property test holds the two together). */
export function stateOf(
  { lo, loStrict, loMeasured, hi, hiStrict }: KnownGap,
  { minMm, maxMm }: Window,
  rule: DecisionRule,
): 'tight' | 'inside' | 'loose' | 'undecided' {
  if (below(hi, minMm) || (hiStrict && atMost(hi, minMm))) return 'tight';
  if (above(lo, maxMm) || (loStrict && atLeast(lo, maxMm))) return 'loose';
  if (!loMeasured || hi === Infinity) return 'undecided';
  if (atLeast(lo, minMm) && atMost(hi, maxMm)) return 'inside';
  if (rule.kind === 'proven') return 'undecided';
  const middle = (lo + hi) / 2;
  const inside = (Math.min(hi, maxMm) - Math.max(lo, minMm)) / (hi - lo);
  return within(middle, minMm, maxMm) && atLeast(inside, rule.atLeast) ? 'inside' : 'undecided';
}

/** The interval after a new bound: the tighter bound wins; of two equal bounds, the strict one. */
export function withBounds(
  state: KnownGap,
  lo: { readonly at: number; readonly strict: boolean } | null,
  hi: { readonly at: number; readonly strict: boolean } | null,
): KnownGap {
  let next = state;
  if (lo !== null) {
    next = { ...next, loMeasured: true };
    if (same(lo.at, next.lo)) next = { ...next, loStrict: next.loStrict || lo.strict };
    else if (lo.at > next.lo) next = { ...next, lo: lo.at, loStrict: lo.strict };
  }
  if (hi !== null) {
    if (same(hi.at, next.hi)) next = { ...next, hiStrict: next.hiStrict || hi.strict };
    else if (hi.at < next.hi) next = { ...next, hi: hi.at, hiStrict: hi.strict };
  }
  return next;
}

/** The interval is empty: the answer would contradict earlier ones. */
export const isNone = ({ lo, loStrict, hi, hiStrict }: KnownGap): boolean =>
  same(lo, hi) ? loStrict || hiStrict : hi < lo;
