import { expect, it } from '@jest/globals';
import fc from 'fast-check';
import { crossPattern, makeSafeFor } from './index.ts';

it.each([
  [1, [1]],
  [2, [1, 2]],
  // Common practice, no source: four in a cross, six by opposite pairs, five as a star.
  [4, [1, 3, 2, 4]],
  [5, [1, 4, 2, 5, 3]],
  [6, [1, 3, 5, 2, 4, 6]],
])('tightens a ring of %d crosswise', (count, steps) => {
  expect(crossPattern(count).map(({ step }) => step)).toEqual(steps);
});

it('tightens every screw once, the second nearly across from the first, whatever the ring', () => {
  fc.assert(
    fc.property(fc.integer({ min: 2, max: 40 }), (count) => {
      const ring = crossPattern(count);
      expect(ring.map(({ step }) => step).toSorted((a, b) => a - b)).toEqual(
        Array.from({ length: count }, (_, index) => index + 1),
      );
      const second = ring.find(({ step }) => step === 2);
      expect(Math.abs((second?.at ?? 0) - 0.5)).toBeLessThanOrEqual(0.5 / count + 1e-12);
    }),
  );
  expect(() => crossPattern(0)).toThrow(RangeError);
});

it('asks for the plug lead only where there is a spark plug, and on a diesel for what keeps it from running on', () => {
  expect(makeSafeFor('gasoline')).toContain('plug-lead-off');
  expect(makeSafeFor(null)).toContain('plug-lead-off');
  expect(makeSafeFor('glow-fuel')).not.toContain('plug-lead-off');
  expect(makeSafeFor('diesel')).toEqual(expect.arrayContaining(['injector-lines-closed', 'air-intake-covered']));
  expect(makeSafeFor('diesel')).not.toContain('plug-lead-off');
});
