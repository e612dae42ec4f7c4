import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { readTries } from '../gauging/index.ts';
import type { Rule, Window } from '../specification/index.ts';
import { mm, type PublishedLength } from '../units/index.ts';
import { DEFAULT_SHOP_RULES, gaugingUnder, shopRules, nearEdge, windowsUnder, type ShopTarget } from './index.ts';

const inMm = (value: number): PublishedLength => ({ value, unit: 'mm' });
const range = (min: number, max: number): Rule => ({ kind: 'range', min: inMm(min), max: inMm(max) });

describe('shop rules', () => {
  it('what the family says goes before the shop, the shop before the program', () => {
    const rules = shopRules({ recheck: 'never' }, { recheck: 'always', toleranceMm: mm(0.02) });
    expect(rules).toEqual({ ...DEFAULT_SHOP_RULES, recheck: 'never', toleranceMm: 0.02 });
    expect(shopRules()).toEqual(DEFAULT_SHOP_RULES);
  });

  it.each<[string, Rule, Rule, ShopTarget, number, number]>([
    ['each its own middle', range(0.1, 0.16), range(0.14, 0.22), { kind: 'middle' }, 0.13, 0.18],
    [
      'both the middle of what both allow',
      range(0.1, 0.16),
      range(0.14, 0.22),
      { kind: 'one-for-both', targetMm: null },
      0.15,
      0.15,
    ],
    [
      'both a stated number',
      range(0.1, 0.16),
      range(0.14, 0.22),
      { kind: 'one-for-both', targetMm: mm(0.16) },
      0.16,
      0.16,
    ],
    [
      'never a number that one window forbids',
      range(0.1, 0.16),
      range(0.14, 0.22),
      { kind: 'one-for-both', targetMm: mm(0.18) },
      0.13,
      0.18,
    ],
    [
      'no number where the windows do not meet',
      range(0.1, 0.14),
      range(0.18, 0.22),
      { kind: 'one-for-both', targetMm: null },
      0.12,
      0.2,
    ],
    [
      'what the source says to set goes first',
      { kind: 'at-least', min: inMm(0.1), setTo: inMm(0.2) },
      range(0.1, 0.16),
      { kind: 'one-for-both', targetMm: mm(0.12) },
      0.2,
      0.12,
    ],
  ])('target: %s', (_, intake, exhaust, target, intakeTarget, exhaustTarget) => {
    const read = windowsUnder({ intake, exhaust }, shopRules({ target }));
    if (!read.ok) throw new Error('refused');
    expect(read.windows.intake.targetMm).toBeCloseTo(intakeTarget, 12);
    expect(read.windows.exhaust.targetMm).toBeCloseTo(exhaustTarget, 12);
  });

  it('sets both alike also where a window forbids it, when the shop has written why', () => {
    // 5 to 7 and 9 to 11 thou, both set to 6 (common practice, no source).
    const thou = (min: number, max: number): Rule => ({
      kind: 'range',
      min: { value: min, unit: 'thou' },
      max: { value: max, unit: 'thou' },
    });
    const read = windowsUnder(
      { intake: thou(5, 7), exhaust: thou(9, 11) },
      shopRules({
        target: { kind: 'one-for-both', targetMm: mm(0.1524), outsideReason: 'One blade for the whole yard.' },
      }),
    );
    if (!read.ok) throw new Error('refused');
    expect(read.windows.intake).not.toHaveProperty('targetOutsideReason');
    expect(read.windows.exhaust).toMatchObject({
      targetMm: 0.1524,
      targetOutsideReason: 'One blade for the whole yard.',
    });
  });

  it('names the valve whose rule cannot be read', () => {
    const rules = shopRules({ toleranceMm: mm(0.2) });
    const one: Rule = { kind: 'nominal', nominal: inMm(0.15) };
    expect(windowsUnder({ intake: range(0.1, 0.2), exhaust: one }, rules)).toMatchObject({
      kind: 'exhaust',
      refusal: { code: 'not-a-gap', part: 'tolerance' },
    });
  });

  it('an target lies in its window, whatever the shop says', () => {
    const edge = fc.double({ min: 0.03, max: 0.5, noNaN: true });
    const width = fc.double({ min: 0.01, max: 0.2, noNaN: true });
    const wished = fc.option(fc.double({ min: 0.02, max: 1, noNaN: true }).map(mm));
    fc.assert(
      fc.property(edge, width, edge, width, wished, (a, wa, b, wb, targetMm) => {
        const read = windowsUnder(
          { intake: range(a, a + wa), exhaust: range(b, b + wb) },
          shopRules({ target: { kind: 'one-for-both', targetMm } }),
        );
        if (!read.ok) throw new Error('refused');
        return Object.values(read.windows).every(
          ({ minMm, maxMm, targetMm: target }) => target >= minMm && target <= maxMm,
        );
      }),
    );
  });
});

describe('near an edge', () => {
  const window: Window = { minMm: mm(0.1), maxMm: mm(0.2), targetMm: mm(0.15), basis: 'published' };
  const reading = (...blades: [number, 'free' | 'drags' | 'wont'][]) =>
    readTries(
      blades.map(([thick, feel]) => ({ blades: [{ printed: inMm(thick) }], feel })),
      gaugingUnder(shopRules({ feelHalfWidthMm: mm(0.01) }), null),
    );
  it.each<[string, [number, 'free' | 'drags' | 'wont'][], number, string | null]>([
    ['near the tight edge', [[0.11, 'drags']], 0.015, 'tight'],
    ['near the loose edge', [[0.19, 'drags']], 0.015, 'loose'],
    ['well inside', [[0.15, 'drags']], 0.015, null],
    ['every gap is left that is inside', [[0.11, 'drags']], 0, null],
    ['outside is no matter of touching up', [[0.08, 'drags']], 0.05, null],
    ['an open end is not known well enough', [[0.11, 'free']], 0.05, null],
  ])('%s', (_, tries, within, edge) => {
    expect(nearEdge(reading(...tries), window, mm(within))).toBe(edge);
  });
});
