import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { mm, toMm, type Millimetres } from '../units/index.ts';
import {
  FEELS,
  isClosed,
  isDrag,
  readTries,
  bestEstimate,
  standardUncertainty,
  tryRefusal,
  type Blade,
  type Feel,
  type GaugingAssumptions,
  type Try,
} from './index.ts';

const metric = (value: number): Blade => ({ printed: { value, unit: 'mm' } });
const thou = (value: number): Blade => ({ printed: { value, unit: 'thou' } });
const attempt = (blade: Blade | Blade[], feel: Feel): Try => ({ blades: Array.isArray(blade) ? blade : [blade], feel });
const FEEL = 0.0127;
/** How far a graded drag reaches over the middle, as a share of the feel. */
const OVERLAP = 0.25;
const assume = (toleranceMm: number, jointMm = 0): GaugingAssumptions => ({
  feelHalfWidthMm: mm(FEEL),
  gradeOverlap: OVERLAP,
  blades: { toleranceMm: mm(toleranceMm), jointMm: mm(jointMm) },
});

it.each<[string, Blade[], string | null]>([
  ['no blade', [], 'no-blade'],
  ['a blade of no thickness', [metric(0)], 'no-thickness'],
  ['one of no thickness in a stack', [metric(0.1), metric(0)], 'no-thickness'],
  ['a blade', [metric(0.1)], null],
])('refuses as a try: %s', (_, blades, refusal) => {
  expect(tryRefusal({ blades })).toBe(refusal);
  const read = () => readTries([{ blades, feel: 'free' }]);
  if (refusal === null) expect(read).not.toThrow();
  else expect(read).toThrow(RangeError);
});

/** Second route: walk a fine grid of gaps and keep those that every try allows. Independent of the interval code. */
function allowedOnGrid(tries: readonly Try[], toleranceMm: number, gridMm: readonly number[]): number[] {
  return gridMm.filter((gap) =>
    tries.every(({ blades, feel }) => {
      const thickness = blades.reduce((sum, { printed }) => sum + toMm(printed.value, printed.unit), 0);
      const slack = blades.length * toleranceMm;
      if (feel === 'free') return gap > thickness - slack;
      if (feel === 'wont') return gap < thickness + slack;
      const [below, above] = [feel === 'slack' ? OVERLAP * FEEL : FEEL, feel === 'hard' ? OVERLAP * FEEL : FEEL];
      return gap >= thickness - slack - below && gap <= thickness + slack + above;
    }),
  );
}

// Off the hundredths on which blades lie, so that no grid point falls on an end of an interval.
const GRID = Array.from({ length: 2300 }, (_, index) => 0.00013 + index * 0.000217123);

const tries = fc.array(
  fc.record({
    blades: fc.array(
      fc.integer({ min: 3, max: 20 }).map((hundredths) => metric(hundredths / 100)),
      { minLength: 1, maxLength: 2 },
    ),
    feel: fc.constantFrom<Feel>(...FEELS),
  }),
  { minLength: 1, maxLength: 6 },
);

describe('tries read as an interval, against a walk over all gaps', () => {
  it('allows exactly the gaps that every try allows, and clashes when there is none', () => {
    fc.assert(
      fc.property(tries, fc.constantFrom(0, 0.002), (list, tolerance) => {
        const reading = readTries(list, assume(tolerance));
        const allowed = allowedOnGrid(list, tolerance, GRID);
        if (reading.kind === 'interval') {
          const { lo, hi } = reading.gap;
          const inside = GRID.filter((gap) => gap > lo.mm && (hi === null || gap < hi.mm));
          expect(allowed).toEqual(inside);
        } else if (reading.kind === 'clash') {
          // The same blade both free and not entering is a clash even if its tolerance would allow it.
          const excluded = reading.clashes.every(
            ({ first, second }) => !isDrag(list[first]?.feel ?? 'drags') && !isDrag(list[second]?.feel ?? 'drags'),
          );
          if (tolerance === 0 || !excluded) expect(allowed).toEqual([]);
          for (const { first, second } of reading.clashes) {
            expect(readTries([list[first] as Try, list[second] as Try], assume(tolerance)).kind).toBe('clash');
          }
        }
      }),
      { numRuns: 400 },
    );
  });

  it('never loses the true gap, whatever was tried and in whatever order', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.02, max: 0.4, noNaN: true }),
        fc.array(fc.integer({ min: 2, max: 40 }), { minLength: 1, maxLength: 8 }),
        (gap, hundredths) => {
          const honest = hundredths.map((each): Try => {
            const thickness = each / 100;
            const graded: Feel = Math.abs(gap - thickness) < FEEL / 3 ? 'drags' : thickness < gap ? 'slack' : 'hard';
            const feel: Feel = Math.abs(gap - thickness) <= FEEL ? graded : thickness < gap ? 'free' : 'wont';
            return attempt(metric(thickness), feel);
          });
          const forward = readTries(honest);
          const backward = readTries(honest.toReversed());
          expect(forward).toEqual(backward);
          if (forward.kind !== 'interval') throw new Error('honest tries never clash');
          expect(forward.gap.lo.mm).toBeLessThanOrEqual(gap + 1e-9);
          if (forward.gap.hi !== null) expect(forward.gap.hi.mm).toBeGreaterThanOrEqual(gap - 1e-9);
        },
      ),
    );
  });
});

describe('what blades prove', () => {
  const interval = (list: readonly Try[], assumptions?: GaugingAssumptions) => {
    const reading = readTries(list, assumptions);
    if (reading.kind !== 'interval') throw new Error(reading.kind);
    return reading.gap;
  };

  it('leaves open ends open', () => {
    expect(interval([attempt(metric(0.1), 'wont')])).toEqual({
      lo: { mm: 0, strict: false },
      hi: { mm: 0.1, strict: true },
      loMeasured: false,
    });
    expect(interval([attempt(metric(0.1), 'free')])).toEqual({
      lo: { mm: 0.1, strict: true },
      hi: null,
      loMeasured: true,
    });
  });

  it('lets a drag and a won’t narrow each other', () => {
    const gap = interval([attempt(thou(6), 'drags'), attempt(thou(6.3), 'wont')]);
    expect(gap.hi).toEqual({ mm: toMm(6.3, 'thou'), strict: true });
    if (!isClosed(gap)) throw new Error('bounded on both sides');
    const width = gap.hi.mm - gap.lo.mm;
    expect(bestEstimate(gap)).toBeCloseTo(gap.lo.mm + width / 2, 12);
    expect(standardUncertainty(gap)).toBeCloseTo(width * 0.2886751345948129, 12);
  });

  it('narrows a graded drag to its half and what that reaches over the middle', () => {
    const of = (feel: Feel) => interval([attempt(metric(0.2), feel)], assume(0));
    expect([of('hard').lo.mm, of('hard').hi?.mm]).toEqual([
      of('drags').lo.mm,
      expect.closeTo(0.2 + OVERLAP * FEEL, 12),
    ]);
    expect([of('slack').lo.mm, of('slack').hi?.mm]).toEqual([
      expect.closeTo(0.2 - OVERLAP * FEEL, 12),
      of('drags').hi?.mm,
    ]);
  });

  it('takes 0.1016 mm and 4 thou for one blade', () => {
    const reading = readTries([attempt(metric(0.1016), 'free'), attempt(thou(4), 'wont')]);
    expect(reading).toEqual({ kind: 'clash', clashes: [{ first: 0, second: 1 }] });
  });

  it('takes the measured thickness before the printed one', () => {
    const worn: Blade = { printed: { value: 0.2, unit: 'mm' }, measuredMm: mm(0.19) };
    expect(interval([attempt(worn, 'free')]).lo.mm).toBe(0.19);
  });

  it('only widens the upper side of a stack by its joints', () => {
    const stack = [metric(0.1), metric(0.15)];
    const gap = interval([attempt(stack, 'drags')], assume(0.001, 0.004));
    expect(gap.lo.mm).toBeCloseTo(0.25 - 0.002 - FEEL, 12);
    expect(gap.hi?.mm).toBeCloseTo(0.25 + 0.002 + 0.004 + FEEL, 12);
  });

  it('names every pair that cannot be true, and only those', () => {
    const list = [
      attempt(metric(0.1), 'wont'),
      attempt(metric(0.15), 'free'),
      attempt(metric(0.05), 'free'),
      attempt(metric(0.2), 'drags'),
    ];
    expect(readTries(list)).toEqual({
      kind: 'clash',
      clashes: [
        { first: 0, second: 1 },
        { first: 0, second: 3 },
      ],
    });
  });

  it('says untried before anything is tried', () => {
    expect(readTries([])).toEqual({ kind: 'untried' });
  });

  it('never takes a gap below metal to metal', () => {
    const thin: Millimetres = interval([attempt(metric(0.01), 'drags')]).lo.mm;
    expect(thin).toBe(0);
  });
});
