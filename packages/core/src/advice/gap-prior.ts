import type { Window } from '../specification/index.ts';

/**
 * What is believed of a gap before it is gauged: anything up to a reach, but most units are found in the window or
 * just beside it. An assumption of this program, used only to choose blades, never for a verdict.
 */
export interface GapPrior {
  readonly windowMinMm: number;
  readonly windowMaxMm: number;
  readonly reachMm: number;
  /** How many times likelier a gap is in the window, or within a quarter of its width beside it. */
  readonly nearWeight: number;
}

export function priorFor({ minMm, maxMm }: Window, knownLoMm = 0): GapPrior {
  return {
    windowMinMm: minMm,
    windowMaxMm: maxMm,
    reachMm: Math.max(2.5 * maxMm, knownLoMm + 2 * maxMm),
    nearWeight: 20,
  };
}

/** Belief between two gaps, not normalised. */
export function belief(
  { windowMinMm, windowMaxMm, reachMm, nearWeight }: GapPrior,
  fromMm: number,
  toMm: number,
): number {
  const from = Math.max(0, fromMm);
  const to = Math.min(reachMm, toMm);
  if (to <= from) return 0;
  const beside = (windowMaxMm - windowMinMm) / 4;
  const near = Math.max(0, Math.min(to, windowMaxMm + beside) - Math.max(from, windowMinMm - beside));
  return to - from + (nearWeight - 1) * near;
}
