import { describe, expect, it } from '@jest/globals';
import { mm, type PublishedLength } from '../units/index.ts';
import { DEFAULT_SHOP_WINDOW, valveKey, valvesOf, windowOf, type TargetPolicy, type Rule } from './index.ts';

const inMm = (value: number): PublishedLength => ({ value, unit: 'mm' });
const inInch = (value: number): PublishedLength => ({ value, unit: 'in' });
const inThou = (value: number): PublishedLength => ({ value, unit: 'thou' });
const SHOP = { toleranceMm: mm(0.03), atMostMm: mm(0.25), target: { kind: 'middle' } } as const;

describe('a published rule read as a window', () => {
  it.each<[string, Rule, number, number, number]>([
    ['a range', { kind: 'range', min: inThou(3), max: inThou(5) }, 0.0762, 0.127, 0.1016],
    [
      'nominal and tolerance',
      { kind: 'nominal-tolerance', nominal: inMm(0.12), tolerance: inMm(0.02) },
      0.1,
      0.14,
      0.12,
    ],
    ['one number, with the shop tolerance', { kind: 'nominal', nominal: inInch(0.006) }, 0.1224, 0.1824, 0.1524],
    // 4 and 5 thou: 6 (common practice, no source).
    [
      'at least, set to: the floor mirrored',
      { kind: 'at-least', min: inThou(4), setTo: inThou(5) },
      0.1016,
      0.1524,
      0.127,
    ],
    [
      'at least, set to: the shop says how wide',
      { kind: 'at-least', min: inMm(0.1), setTo: inMm(0.15) },
      0.1,
      0.25,
      0.15,
    ],
    ['units mixed in one rule', { kind: 'range', min: inMm(0.1), max: inThou(6) }, 0.1, 0.1524, 0.1262],
  ])('%s', (_, rule, min, max, target) => {
    const shop = rule.kind === 'at-least' && rule.min.unit === 'thou' ? DEFAULT_SHOP_WINDOW : SHOP;
    const outcome = windowOf(rule, shop);
    if (!outcome.ok) throw new Error('refused');
    expect(outcome.window.minMm).toBeCloseTo(min, 12);
    expect(outcome.window.maxMm).toBeCloseTo(max, 12);
    expect(outcome.window.targetMm).toBeCloseTo(target, 12);
    const basis = { nominal: 'shop tolerance', 'at-least': 'shop upper bound' }[rule.kind as string] ?? 'published';
    expect(outcome.window.basis).toBe(basis);
  });

  it.each<[string, Rule, string]>([
    ['edges the wrong way round', { kind: 'range', min: inMm(0.2), max: inMm(0.1) }, 'edges-reversed'],
    ['a window without width', { kind: 'nominal-tolerance', nominal: inMm(0.12), tolerance: inMm(0) }, 'no-width'],
    ['the same edge twice', { kind: 'range', min: inMm(0.1), max: inMm(0.1) }, 'no-width'],
    ['a negative figure', { kind: 'nominal', nominal: inMm(-0.1) }, 'not-a-gap'],
    ['not a number', { kind: 'range', min: inMm(NaN), max: inMm(0.1) }, 'not-a-gap'],
    [
      'a tolerance wider than the gap',
      { kind: 'nominal-tolerance', nominal: inMm(0.05), tolerance: inMm(0.06) },
      'not-a-gap',
    ],
    [
      'a target outside: set to more than the shop lets pass',
      { kind: 'at-least', min: inMm(0.1), setTo: inMm(0.26) },
      'target-outside',
    ],
    ['thou typed as mm', { kind: 'range', min: inMm(4), max: inMm(6) }, 'implausible'],
    ['inches typed as mm', { kind: 'nominal', nominal: inMm(0.006) }, 'implausible'],
  ])('refuses %s', (_, rule, code) => {
    expect(windowOf(rule, SHOP)).toMatchObject({ refusal: { code } });
  });
});

it.each([
  [0.1, 0.1],
  [0.12, 0.1],
])('at least %d, set to %d is refused by its name, unless the shop states an upper limit', (least, setTo) => {
  const rule: Rule = { kind: 'at-least', min: inMm(least), setTo: inMm(setTo) };
  expect(windowOf(rule, DEFAULT_SHOP_WINDOW)).toEqual({
    ok: false,
    refusal: { code: 'setting-not-above-floor', minMm: least, setToMm: setTo },
  });
  expect(windowOf(rule, { ...DEFAULT_SHOP_WINDOW, atMostMm: mm(0.15) }).ok).toBe(least === setTo);
});

it('one number: 0.02 mm to either side unless the shop says otherwise', () => {
  const outcome = windowOf({ kind: 'nominal', nominal: inMm(0.15) }, DEFAULT_SHOP_WINDOW);
  expect(outcome).toMatchObject({ window: { minMm: expect.closeTo(0.13, 12), maxMm: expect.closeTo(0.17, 12) } });
});

it.each<[string, Rule, TargetPolicy]>([
  [
    '2 to 7 thou, the loose end said in mm',
    { kind: 'range', min: inThou(2), max: inThou(7) },
    { kind: 'explicit', targetMm: mm(0.1778) },
  ],
  ['2 to 7 thou, the loose end', { kind: 'range', min: inThou(2), max: inThou(7) }, { kind: 'loose-end' }],
  [
    'at least 0.0762 mm, set to 3 thou, up to 0.09',
    { kind: 'at-least', min: inMm(0.0762), setTo: inThou(3) },
    { kind: 'middle' },
  ],
])('an target exactly at an edge in the other unit is in the window: %s', (_, rule, target) => {
  expect(windowOf(rule, { ...SHOP, atMostMm: mm(0.09), target })).toHaveProperty('window.targetMm');
});

describe('the target', () => {
  const rule: Rule = { kind: 'range', min: inMm(0.1), max: inMm(0.2) };
  const targetOf = (target: TargetPolicy): number | string => {
    const outcome = windowOf(rule, { ...SHOP, target });
    return outcome.ok ? outcome.window.targetMm : outcome.refusal.code;
  };
  it.each<[TargetPolicy, number | string]>([
    [{ kind: 'middle' }, 0.15],
    [{ kind: 'tight-end' }, 0.1],
    [{ kind: 'loose-end' }, 0.2],
    [{ kind: 'fraction', share: 0.25 }, 0.125],
    [{ kind: 'explicit', targetMm: mm(0.18) }, 0.18],
    [{ kind: 'explicit', targetMm: mm(0.21) }, 'target-outside'],
  ])('by the policy %j', (policy, target) => {
    if (typeof target === 'string') expect(targetOf(policy)).toBe(target);
    else expect(targetOf(policy)).toBeCloseTo(target, 12);
  });
});

it('names every valve of a layout once, cylinder by cylinder', () => {
  expect(valvesOf({ cylinders: 2, intakePerCylinder: 2, exhaustPerCylinder: 1 }).map(valveKey)).toEqual([
    '1I',
    '1I2',
    '1E',
    '2I',
    '2I2',
    '2E',
  ]);
});
