import type { Window } from '../specification/index.ts';
import type { Millimetres } from '../units/index.ts';
import { leastCostAssignment } from './assignment.ts';
import { chooseShim, gapWithShim, isInside, type ShimChoice } from './shim.ts';

/** A shimmed valve: its gap, and the shim in it. */
export interface ShimmedValve {
  readonly name: string;
  readonly gapMm: Millimetres;
  readonly shimMm: Millimetres;
  readonly window: Window;
}

export type ShimStep =
  | { readonly valve: string; readonly kind: 'leave' }
  | ({ readonly valve: string; readonly kind: 'reuse'; readonly from: string } & ShimChoice)
  | ({ readonly valve: string; readonly kind: 'buy' } & ShimChoice)
  /** No shim of the series or of this engine brings it inside: it keeps its own. */
  | { readonly valve: string; readonly kind: 'impossible' };

export interface ShimPlan {
  readonly steps: readonly ShimStep[];
  readonly bought: number;
}

/** Costs more than any sum of deviations, so that a plan with one shim fewer to buy always wins. */
const BUYING = 1_000;
/** Costs more than buying a shim for every valve, and less than an impossible choice. */
const KEPT = 100_000;
const IMPOSSIBLE = 10_000_000;

/**
 * Shims for a whole engine: a valve inside its window keeps its shim; each other valve gets a shim that came out of
 * this engine if one fits, or a bought one. The plan minimizes the shims to buy first, then the distance from the
 * targets.
 */
export function planShims(valves: readonly ShimmedValve[], series: readonly Millimetres[]): ShimPlan {
  const outside = valves.filter(({ gapMm, window }) => !isInside(gapMm, window));
  const bought = outside.map(({ gapMm, shimMm, window }) => chooseShim(gapMm, shimMm, window, series));
  const deviation = (valve: ShimmedValve, resultMm: number): number => Math.abs(resultMm - valve.window.targetMm);
  // One row per valve; one column per shim that came out, then one per valve for a bought shim.
  const cost = outside.map((valve, row) => [
    ...outside.map(({ shimMm }, donor) => {
      const result = gapWithShim(valve.gapMm, valve.shimMm, shimMm);
      if (isInside(result, valve.window)) return deviation(valve, result);
      // A valve that no shim brings into the window keeps its own shim, so that shim is not given to another valve.
      return donor === row ? KEPT : IMPOSSIBLE;
    }),
    ...outside.map((_, column) => {
      const choice = bought[row];
      return column === row && choice ? BUYING + deviation(valve, choice.resultMm) : IMPOSSIBLE;
    }),
  ]);
  const columns = leastCostAssignment(cost);
  const stepOf = (valve: ShimmedValve): ShimStep => {
    const row = outside.indexOf(valve);
    if (row < 0) return { valve: valve.name, kind: 'leave' };
    const donor = outside[columns[row] ?? -1];
    if (donor === valve) return { valve: valve.name, kind: 'impossible' };
    if (donor !== undefined) {
      return {
        valve: valve.name,
        kind: 'reuse',
        from: donor.name,
        shimMm: donor.shimMm,
        resultMm: gapWithShim(valve.gapMm, valve.shimMm, donor.shimMm),
      };
    }
    const choice = bought[row];
    return choice ? { valve: valve.name, kind: 'buy', ...choice } : { valve: valve.name, kind: 'impossible' };
  };
  const steps = valves.map(stepOf);
  return { steps, bought: steps.filter(({ kind }) => kind === 'buy').length };
}
