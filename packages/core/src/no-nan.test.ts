import { expect, it } from '@jest/globals';
import fc from 'fast-check';
import {
  DEFAULT_GAUGING,
  DEFAULT_SHOP_WINDOW,
  THREADS,
  adviseSet,
  angleAt,
  angleBandAt,
  evaluate,
  mm,
  nextBlade,
  planShims,
  readTries,
  shimSeries,
  slipBetween,
  slipOf,
  turnFor,
  windowOf,
  SHOP_RULE,
  type Blade,
  type Try,
} from './index.ts';

/** Every result holds only finite numbers for any input; misuse throws a RangeError. */
function finiteOrThrown(work: () => unknown): void {
  try {
    JSON.stringify(work(), (_, part: unknown) => {
      if (typeof part === 'number' && !Number.isFinite(part)) throw new Error(`not finite: ${part}`);
      return part;
    });
  } catch (error) {
    expect(error).toBeInstanceOf(RangeError);
  }
}

const figure = fc.oneof(
  fc.double({ min: 0, max: 2, noNaN: true }),
  fc.constantFrom(0, -0, -1, NaN, Infinity, -Infinity, 1e-300, 1e300, Number.MIN_VALUE),
);
const length = fc.record({ value: figure, unit: fc.constantFrom('mm', 'in', 'thou') });
const blade = length.map((printed): Blade => ({ printed }));
const tries = fc.array(
  fc.record({
    blades: fc.array(blade, { minLength: 1, maxLength: 3 }),
    feel: fc.constantFrom('free', 'drags', 'wont'),
  }),
  { maxLength: 4 },
) as fc.Arbitrary<Try[]>;
const rule = fc.oneof(
  fc.record({ kind: fc.constant('range' as const), min: length, max: length }),
  fc.record({ kind: fc.constant('nominal-tolerance' as const), nominal: length, tolerance: length }),
  fc.record({ kind: fc.constant('at-least' as const), min: length, setTo: length }),
);

it('lets no NaN and no infinity out of the core', () => {
  fc.assert(
    fc.property(
      rule,
      tries,
      fc.array(blade, { maxLength: 5 }),
      length,
      figure,
      (published, list, set, other, number) => {
        finiteOrThrown(() => slipOf(other));
        finiteOrThrown(() => slipBetween(other, { value: number, unit: 'in' }));
        finiteOrThrown(() => angleAt({ strokeMm: mm(number), rodMm: mm(other.value) }, mm(0.3)));
        finiteOrThrown(() => angleBandAt(mm(number), mm(other.value)));
        finiteOrThrown(() => readTries(list));
        // A refusal may show the figure that was wrong, as it was written.
        const outcome = windowOf(published, DEFAULT_SHOP_WINDOW);
        if (!outcome.ok) return;
        const { window } = outcome;
        finiteOrThrown(() => window);
        finiteOrThrown(() => evaluate(readTries(list), window, SHOP_RULE));
        finiteOrThrown(() => nextBlade(list, window, set, SHOP_RULE, DEFAULT_GAUGING));
        finiteOrThrown(() => adviseSet(set, window, DEFAULT_GAUGING, 'mm'));
        finiteOrThrown(() =>
          planShims([{ name: 'V', gapMm: mm(number), shimMm: mm(other.value), window }], shimSeries(2, 3, number)),
        );
        finiteOrThrown(() => {
          const reading = readTries(list);
          const adjuster = { kind: 'pivot-nut', pitchMm: THREADS[0]?.pitchMm ?? mm(1), rockerRatio: number } as const;
          return reading.kind === 'interval' ? turnFor(reading.gap, window.targetMm, adjuster) : null;
        });
      },
    ),
    { numRuns: 400 },
  );
});
