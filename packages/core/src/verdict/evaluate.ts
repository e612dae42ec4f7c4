import { bestEstimate, isClosed, type GapInterval, type GapReading } from '../gauging/index.ts';
import type { Window } from '../specification/index.ts';
import { above, atLeast, atMost, below, mm, within } from '../units/index.ts';
import { chancesOf } from './chances.ts';
import type { Verdict } from './verdict.ts';

/**
 * When a gap counts as inside.
 * `proven`: only when the whole interval lies in the window (ISO 14253-1).
 * `shop`: also when the best estimate lies inside and the conformance probability reaches `atLeast`
 * (JCGM 106:2012, 8.3, guarded rejection). It only ever widens *inside*.
 */
export type DecisionRule = { readonly kind: 'proven' } | { readonly kind: 'shop'; readonly atLeast: number };

export const SHOP_RULE: DecisionRule = { kind: 'shop', atLeast: 0.8 };

/** Compares the gap interval with its window. */
export function evaluate(reading: GapReading, window: Window, rule: DecisionRule): Verdict {
  if (reading.kind === 'untried') return { state: 'undecided', why: 'untried' };
  if (reading.kind === 'clash') return { state: 'undecided', why: 'clash' };
  if (reading.kind === 'stated') return { state: 'undecided', why: 'stated' };
  return outside(reading.gap, window) ?? notOutside(reading.gap, window, rule);
}

function outside({ lo, hi }: GapInterval, { minMm, maxMm }: Window): Verdict | null {
  if (hi !== null && (below(hi.mm, minMm) || (hi.strict && atMost(hi.mm, minMm)))) {
    return { state: 'tight', byAtLeastMm: mm(Math.max(0, minMm - hi.mm)), byAtMostMm: mm(minMm - lo.mm) };
  }
  if (above(lo.mm, maxMm) || (lo.strict && atLeast(lo.mm, maxMm))) {
    return {
      state: 'loose',
      byAtLeastMm: mm(Math.max(0, lo.mm - maxMm)),
      byAtMostMm: hi === null ? null : mm(hi.mm - maxMm),
    };
  }
  return null;
}

function notOutside(gap: GapInterval, window: Window, rule: DecisionRule): Verdict {
  if (!isClosed(gap)) return { state: 'undecided', why: gap.hi === null ? 'open-above' : 'open-below' };
  const chances = chancesOf(gap, window);
  const { minMm, maxMm } = window;
  if (atLeast(gap.lo.mm, minMm) && atMost(gap.hi.mm, maxMm)) {
    return { state: 'inside', how: 'proven', chanceInside: 1 };
  }
  const best = bestEstimate(gap);
  if (rule.kind === 'shop' && within(best, minMm, maxMm) && atLeast(chances.inside, rule.atLeast)) {
    return { state: 'inside', how: 'likely', chanceInside: chances.inside };
  }
  return { state: 'undecided', why: 'across-an-edge', chances };
}
