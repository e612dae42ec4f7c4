import type { Window } from '../specification/index.ts';
import { atLeast, below, mm, within, type Millimetres } from '../units/index.ts';

/** The shim to put in, and the gap it gives. */
export interface ShimChoice {
  readonly shimMm: Millimetres;
  readonly resultMm: Millimetres;
}

/** A thicker shim takes its difference from the gap. */
export const gapWithShim = (gapMm: Millimetres, oldMm: Millimetres, newMm: Millimetres): Millimetres =>
  mm(gapMm + oldMm - newMm);

/** The shim that would give the target exactly: old + gap − target. */
export const idealShim = (gapMm: Millimetres, oldMm: Millimetres, targetMm: Millimetres): Millimetres =>
  mm(oldMm + gapMm - targetMm);

export const isInside = (gapMm: Millimetres, { minMm, maxMm }: Window): boolean => within(gapMm, minMm, maxMm);

/** The shim of a series that brings one valve nearest its target and inside; null when none does. */
export function chooseShim(
  gapMm: Millimetres,
  oldMm: Millimetres,
  window: Window,
  series: readonly Millimetres[],
): ShimChoice | null {
  let best: ShimChoice | null = null;
  for (const shimMm of series) {
    const resultMm = gapWithShim(gapMm, oldMm, shimMm);
    if (!isInside(resultMm, window)) continue;
    if (best === null || below(Math.abs(resultMm - window.targetMm), Math.abs(best.resultMm - window.targetMm)))
      best = { shimMm, resultMm };
  }
  return best;
}

/** A stock series: from, to, and the step, ends included; in mm. */
export function shimSeries(fromMm: number, toMm: number, stepMm: number): Millimetres[] {
  if (!(stepMm > 0) || !atLeast(toMm, fromMm)) return [];
  return Array.from({ length: Math.floor((toMm - fromMm) / stepMm + 1e-9) + 1 }, (_, index) =>
    mm(Number((fromMm + index * stepMm).toFixed(4))),
  );
}
