import { describe, expect, it } from '@jest/globals';
import { mm, type PublishedLength } from '../units/index.ts';
import { valveKey, valvesOf, windowOf, type Rule } from './index.ts';

const inMm = (value: number): PublishedLength => ({ value, unit: 'mm' });
const inInch = (value: number): PublishedLength => ({ value, unit: 'in' });
const inThou = (value: number): PublishedLength => ({ value, unit: 'thou' });
const HOUSE = mm(0.03);

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
    ['one number, with the house tolerance', { kind: 'nominal', nominal: inInch(0.006) }, 0.1224, 0.1824, 0.1524],
    ['units mixed in one rule', { kind: 'range', min: inMm(0.1), max: inThou(6) }, 0.1, 0.1524, 0.1262],
  ])('%s', (_, rule, min, max, aim) => {
    const outcome = windowOf(rule, HOUSE);
    if (!('window' in outcome)) throw new Error('refused');
    expect(outcome.window.minMm).toBeCloseTo(min, 12);
    expect(outcome.window.maxMm).toBeCloseTo(max, 12);
    expect(outcome.window.aimMm).toBeCloseTo(aim, 12);
    expect(outcome.window.basis).toBe(rule.kind === 'nominal' ? 'house tolerance' : 'published');
  });

  it.each<[string, Rule, string]>([
    ['edges the wrong way round', { kind: 'range', min: inMm(0.2), max: inMm(0.1) }, 'edges-reversed'],
    [
      'a window without width',
      { kind: 'nominal-tolerance', nominal: inMm(0.12), tolerance: inMm(0) },
      'edges-reversed',
    ],
    ['a negative figure', { kind: 'nominal', nominal: inMm(-0.1) }, 'not-a-gap'],
    ['not a number', { kind: 'range', min: inMm(NaN), max: inMm(0.1) }, 'not-a-gap'],
    [
      'a tolerance wider than the gap',
      { kind: 'nominal-tolerance', nominal: inMm(0.05), tolerance: inMm(0.06) },
      'not-a-gap',
    ],
    ['thou typed as mm', { kind: 'range', min: inMm(4), max: inMm(6) }, 'implausible'],
    ['inches typed as mm', { kind: 'nominal', nominal: inMm(0.006) }, 'implausible'],
  ])('refuses %s', (_, rule, code) => {
    expect(windowOf(rule, HOUSE)).toMatchObject({ refusal: { code } });
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
