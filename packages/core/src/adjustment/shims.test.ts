import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import type { Window } from '../specification/index.ts';
import { mm } from '../units/index.ts';
import { chooseShim, gapWithShim, planShims, shimSeries, type ShimmedValve } from './index.ts';

describe('shims', () => {
  const window: Window = { minMm: mm(0.1), maxMm: mm(0.15), targetMm: mm(0.125), basis: 'published' };
  const series = shimSeries(2, 3, 0.05);

  it('has every step of a series, ends included', () => {
    expect(series).toHaveLength(21);
    expect([series[0], series.at(-1)]).toEqual([2, 3]);
    expect(shimSeries(2, 1, 0.1)).toEqual([]);
    expect(shimSeries(2, 3, 0)).toEqual([]);
  });

  it('chooses the shim whose gap is nearest the target, and none when none brings it inside', () => {
    expect(chooseShim(mm(0.22), mm(2.5), window, series)).toEqual({
      shimMm: 2.6,
      resultMm: gapWithShim(mm(0.22), mm(2.5), mm(2.6)),
    });
    expect(chooseShim(mm(0.8), mm(2.95), window, series)).toBeNull();
  });

  /** Brute force: every way to give each valve outside one of the shims that came out, a bought one, or nothing. */
  function bruteForce(valves: readonly ShimmedValve[]): { impossible: number; bought: number; deviation: number } {
    const outside = valves.filter(({ gapMm }) => gapMm < 0.1 - 1e-9 || gapMm > 0.15 + 1e-9);
    let best = { impossible: Infinity, bought: Infinity, deviation: Infinity };
    const walk = (index: number, used: Set<number>, so: typeof best): void => {
      const valve = outside[index];
      if (valve === undefined) {
        const better =
          so.impossible - best.impossible || so.bought - best.bought || so.deviation - best.deviation - 1e-12;
        if (better < 0) best = so;
        return;
      }
      outside.forEach(({ shimMm }, donor) => {
        const result = gapWithShim(valve.gapMm, valve.shimMm, shimMm);
        if (used.has(donor) || result < 0.1 - 1e-9 || result > 0.15 + 1e-9) return;
        walk(index + 1, new Set([...used, donor]), { ...so, deviation: so.deviation + Math.abs(result - 0.125) });
      });
      const choice = chooseShim(valve.gapMm, valve.shimMm, window, series);
      if (choice)
        walk(index + 1, used, {
          ...so,
          bought: so.bought + 1,
          deviation: so.deviation + Math.abs(choice.resultMm - 0.125),
        });
      // A valve that no shim brings into the window keeps its own shim, so that shim is not given to another valve.
      if (!used.has(index)) walk(index + 1, new Set([...used, index]), { ...so, impossible: so.impossible + 1 });
    };
    walk(0, new Set(), { impossible: 0, bought: 0, deviation: 0 });
    return best;
  }

  it('a valve that no shim can bring in keeps its own, also where another valve could use it', () => {
    // A is far too tight for the thinnest shim of the series. B, with what A has in it, would be at its target.
    const valve = (name: string, gap: number, shim: number): ShimmedValve => ({
      name,
      gapMm: mm(gap),
      shimMm: mm(shim),
      window,
    });
    const { steps } = planShims([valve('A', 0.02, 2), valve('B', 0.04, 2.085)], shimSeries(2, 3, 0.5));
    expect(steps).toEqual([
      { valve: 'A', kind: 'impossible' },
      expect.objectContaining({ valve: 'B', kind: 'buy', shimMm: 2 }),
    ]);
  });

  it('plans an engine with the fewest bought, then nearest the targets: as good as trying everything', () => {
    const valve = fc.record({ gap: fc.integer({ min: 4, max: 30 }), shim: fc.integer({ min: 195, max: 305 }) });
    fc.assert(
      fc.property(fc.array(valve, { minLength: 1, maxLength: 5 }), (list) => {
        const valves = list.map(({ gap, shim }, index): ShimmedValve => ({
          name: `V${index}`,
          gapMm: mm(gap / 100),
          shimMm: mm(shim / 100),
          window,
        }));
        const { steps, bought } = planShims(valves, series);
        const best = bruteForce(valves);
        expect(steps.filter(({ kind }) => kind === 'impossible')).toHaveLength(best.impossible);
        expect(bought).toBe(best.bought);
        const deviation = steps.reduce(
          (sum, step) => sum + ('resultMm' in step ? Math.abs(step.resultMm - 0.125) : 0),
          0,
        );
        expect(deviation).toBeCloseTo(best.deviation, 9);
        const donors = steps.flatMap((step) => (step.kind === 'reuse' ? [step.from] : []));
        expect(new Set(donors).size).toBe(donors.length);
        steps.forEach((step, index) => {
          const { gapMm } = valves[index] ?? { gapMm: mm(0) };
          expect(step.kind === 'leave').toBe(gapMm >= 0.1 - 1e-9 && gapMm <= 0.15 + 1e-9);
        });
      }),
      { numRuns: 300 },
    );
  });
});
