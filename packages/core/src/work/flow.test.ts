import { expect, it } from '@jest/globals';
import fc from 'fast-check';
import { GAUGING_FLOWS, gaugingFlow, outcomeOf } from './index.ts';

const names = (groups: ReturnType<typeof gaugingFlow>): string[] =>
  groups.map(({ steps }) => steps.map(({ phase, valve }) => `${phase}${valve}`).join(' '));

it('works valve by valve, cylinder by cylinder, stop by stop, or all as found first', () => {
  const stops = [[0, 2], [1]];
  const setIt = (valve: number): boolean => valve !== 1;
  const cylinderOf = (valve: number): number => (valve < 2 ? 1 : 2);
  expect(names(gaugingFlow('valve', stops, cylinderOf, setIt))).toEqual(['found0 left0', 'found2 left2', 'found1']);
  expect(names(gaugingFlow('stop', stops, cylinderOf, setIt))).toEqual(['found0 found2 left0 left2', 'found1']);
  expect(names(gaugingFlow('cylinder', stops, cylinderOf, setIt))).toEqual(['found0 found1 left0', 'found2 left2']);
  expect(names(gaugingFlow('found-first', stops, cylinderOf, setIt))).toEqual(['found0 found2 found1 left0 left2']);
});

it('gauges every valve as found once, and before it is gauged as left, in every flow', () => {
  const valves = fc.uniqueArray(fc.nat(30), { minLength: 1, maxLength: 12 });
  fc.assert(
    fc.property(valves, fc.integer({ min: 1, max: 4 }), fc.constantFrom(...GAUGING_FLOWS), (all, size, flow) => {
      const stops = Array.from({ length: Math.ceil(all.length / size) }, (_, at) =>
        all.slice(at * size, (at + 1) * size),
      );
      const steps = gaugingFlow(
        flow,
        stops,
        (valve) => valve % 3,
        (valve) => valve % 2 === 0,
      ).flatMap((group) => group.steps);
      const at = (phase: 'found' | 'left', valve: number): number[] =>
        steps.flatMap((step, place) => (step.phase === phase && step.valve === valve ? [place] : []));
      for (const valve of all) {
        expect(at('found', valve)).toHaveLength(1);
        expect(at('left', valve)).toHaveLength(valve % 2 === 0 ? 1 : 0);
        for (const place of at('left', valve)) expect(place).toBeGreaterThan(at('found', valve)[0] ?? Infinity);
      }
    }),
  );
});

it('a check ended as was stated, or as its worst valve', () => {
  const inside = { adjusted: false, state: 'inside' } as const;
  expect(outcomeOf('to-dealer', [inside])).toBe('to-dealer');
  expect(outcomeOf(null, [inside, inside])).toBe('in-spec');
  expect(outcomeOf(null, [inside, { adjusted: true, state: 'inside' }])).toBe('adjusted');
  expect(outcomeOf(null, [inside, { adjusted: false, state: null }])).toBe('partly');
  expect(
    outcomeOf(null, [
      { adjusted: true, state: 'undecided' },
      { adjusted: true, state: 'tight' },
    ]),
  ).toBe('left-out');
  // No gauged valve is never in spec.
  expect([outcomeOf(null, []), outcomeOf(null, [{ adjusted: false, state: null }])]).toEqual(['partly', 'partly']);
  // Nothing to adjust, over a tight valve.
  expect(outcomeOf('no-adjustment', [inside, { adjusted: false, state: 'tight' }])).toBe('left-out');
  expect(outcomeOf('no-adjustment', [inside])).toBe('no-adjustment');
  expect(outcomeOf('to-dealer', [{ adjusted: false, state: 'tight' }])).toBe('to-dealer');
});
