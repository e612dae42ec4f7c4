import { describe, expect, it } from '@jest/globals';
import type { NextBlade } from '@sturdy-shim/core';
import type { BladeDto } from '../../../shared/api/index.ts';
import { type Laid, advised, afterTry, nearestTo, picked, placesOf, stacked } from './laid.ts';

const thou = (value: number): BladeDto => ({ printed: { value, unit: 'thou' } });
const RACK = [1.5, 6, 7].map(thou);
const next = (...values: number[]): NextBlade => ({
  kind: 'try',
  blades: values.map((value) => ({ printed: { value, unit: 'thou' } })),
  expectedTries: 1,
  chanceSettled: 1,
  withoutStacks: null,
  ifFree: 'undecided',
  ifDrags: 'undecided',
  ifWont: 'undecided',
});
const single = (at: number): Laid => ({ kind: 'single', at });

describe('the selection of blades', () => {
  it('picking another blade ends an advised stack: 6 alone is 6, not 7.5', () => {
    const stack = advised(next(1.5, 6), RACK);
    expect(stack && placesOf(stack)).toEqual([0, 1]);
    expect(stack && placesOf(picked(stack, 1))).toEqual([1]);
    expect(stack && placesOf(picked(stack, 2))).toEqual([2]);
  });

  it('a stack ends with its try, unless the next one is advised', () => {
    const stack: Laid = { kind: 'stack', under: 0, at: 1, byHand: true };
    expect(afterTry(stack, { kind: 'settled' }, RACK)).toEqual(single(1));
    expect(afterTry(stack, next(7), RACK)).toEqual(single(2));
    expect(placesOf(afterTry(single(2), next(1.5, 7), RACK))).toEqual([0, 2]);
  });

  it('a manual stack takes the next picked blade as its second one, and can be ended', () => {
    const begun = stacked(single(0));
    expect(placesOf(begun)).toEqual([0]);
    expect(placesOf(picked(begun, 2))).toEqual([0, 2]);
    expect(stacked(picked(begun, 2))).toEqual(single(2));
  });

  it('begins with the blade nearest the target without advice', () => {
    expect(nearestTo(RACK, 0.16)).toEqual(single(1));
    expect(advised(next(9), RACK)).toBeNull();
    expect(advised({ kind: 'nothing-helps' }, RACK)).toBeNull();
  });
});
