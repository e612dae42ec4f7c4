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

/** Dearer than any sum of deviations: buying one shim fewer always wins. */
const BUYING = 1_000;
/** Dearer than buying for every valve of an engine, cheaper than what cannot be. */
const KEPT = 100_000;
const IMPOSSIBLE = 10_000_000;

/**
 * Shims for a whole engine: valves that are inside are left alone; the others get shims that came out of this engine
 * where one fits, or a bought one; as few bought as possible, then as near the targets as possible.
 */
export function planShims(valves: readonly ShimmedValve[], series: readonly Millimetres[]): ShimPlan {
  const outside = valves.filter(({ gapMm, window }) => !isInside(gapMm, window));
  const bought = outside.map(({ gapMm, shimMm, window }) => chooseShim(gapMm, shimMm, window, series));
  const deviation = (valve: ShimmedValve, resultMm: number): number => Math.abs(resultMm - valve.window.targetMm);
  // A row a valve; a column for each shim that came out, then one for each valve's own bought shim.
  const cost = outside.map((valve, row) => [
    ...outside.map(({ shimMm }, donor) => {
      const result = gapWithShim(valve.gapMm, valve.shimMm, shimMm);
      if (isInside(result, valve.window)) return deviation(valve, result);
      // A valve that nothing brings in keeps its own shim, so that no other valve is given it.
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
