import type { Bound, GapInterval } from '../gauging/index.ts';
import type { Window } from '../specification/index.ts';
import { normalBelow, normalDensity } from './normal.ts';
import type { Chances } from './verdict.ts';

/**
 * Conformance probability (JCGM 106:2012, section 7) with uniform knowledge over a closed interval, blurred by a normal
 * error of the blades: the chances that the gap is below, inside and above the window. A degenerate interval is a
 * single point.
 * @param blurMm standard deviation of the blade error; 0 for none
 */
export function chancesOf(
  { lo, hi }: GapInterval & { readonly hi: Bound },
  { minMm, maxMm }: Window,
  blurMm = 0,
): Chances {
  const below = shareBelow(lo.mm, hi.mm, minMm, blurMm, false);
  const upTo = shareBelow(lo.mm, hi.mm, maxMm, blurMm, true);
  return { tight: below, inside: Math.max(0, upTo - below), loose: 1 - Math.max(below, upTo) };
}

/** P(gap < edge), or ≤ edge, for a gap uniform on [a, b] plus a normal error. */
function shareBelow(a: number, b: number, edge: number, blur: number, withEdge: boolean): number {
  if (b - a <= 1e-12) {
    if (blur > 0) return normalBelow((edge - a) / blur);
    return a < edge || (withEdge && a === edge) ? 1 : 0;
  }
  if (blur === 0) return Math.min(1, Math.max(0, (edge - a) / (b - a)));
  return Math.min(1, Math.max(0, (ramp((edge - a) / blur) - ramp((edge - b) / blur)) * (blur / (b - a))));
}

/** The integral of the normal distribution function: z Φ(z) + φ(z). */
const ramp = (z: number): number => z * normalBelow(z) + normalDensity(z);
