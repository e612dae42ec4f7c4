import type { Window } from '../specification/index.ts';

/**
 * Prior of a gap before it is gauged: uniform up to an upper bound, with more weight in the window and just beside it.
 * An assumption of this program, used only to choose blades, never for a verdict.
 */
export interface GapPrior {
  readonly windowMinMm: number;
  readonly windowMaxMm: number;
  readonly reachMm: number;
  /** Relative weight in the window and within a quarter of its width beside it. */
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

/** Prior weight between two gaps, not normalized. */
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
