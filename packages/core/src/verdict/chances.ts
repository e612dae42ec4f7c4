import type { Bound, GapInterval } from '../gauging/index.ts';
import type { Window } from '../specification/index.ts';
import type { Chances } from './verdict.ts';

/**
 * Conformance probability (JCGM 106:2012, section 7) with uniform knowledge over a closed interval: the shares of the
 * interval below, inside and above the window. A single point counts whole.
 */
export function chancesOf({ lo, hi }: GapInterval & { readonly hi: Bound }, { minMm, maxMm }: Window): Chances {
  const width = hi.mm - lo.mm;
  if (width <= 0) {
    const [tight, gaping] = [lo.mm < minMm ? 1 : 0, lo.mm > maxMm ? 1 : 0];
    return { tight, inside: 1 - tight - gaping, gaping };
  }
  const below = Math.max(0, Math.min(hi.mm, minMm) - lo.mm);
  const above = Math.max(0, hi.mm - Math.max(lo.mm, maxMm));
  return { tight: below / width, inside: Math.max(0, width - below - above) / width, gaping: above / width };
}
