import { describe, expect, it } from '@jest/globals';
import type { PublishedLength } from '../units/index.ts';
import { slipBetween, slipOf } from './index.ts';

const inMm = (value: number): PublishedLength => ({ value, unit: 'mm' });
const inInch = (value: number): PublishedLength => ({ value, unit: 'in' });
const inThou = (value: number): PublishedLength => ({ value, unit: 'thou' });

describe('a metric and an inch figure side by side', () => {
  // Pairs as manuals print them (common practice, no source): none may be flagged.
  it.each([
    [0.1, 0.004],
    [0.13, 0.005],
    [0.15, 0.006],
    [0.18, 0.007],
    [0.2, 0.008],
    [0.3, 0.012],
  ])('%d mm and %d in agree', (metric, inch) => {
    expect(slipBetween(inMm(metric), inInch(inch))).toBeNull();
    expect(slipBetween(inMm(metric), inThou(inch * 1000))).toBeNull();
  });

  it.each<[string, PublishedLength, PublishedLength, string, PublishedLength]>([
    ['a misread decimal place', inMm(0.1), inInch(0.01), 'pair-disagrees', inInch(0.004)],
    ['tenfold', inMm(0.1), inInch(0.04), 'pair-tenfold', inInch(0.004)],
    ['tenfold the other way', inMm(0.3), inInch(0.0012), 'pair-tenfold', inInch(0.012)],
    ['figures of two valves mixed up', inMm(0.15), inInch(0.008), 'pair-disagrees', inInch(0.006)],
  ])('%s is flagged with what was likely meant', (_, metric, inch, code, likely) => {
    expect(slipBetween(metric, inch)).toEqual({ code, written: inch, likely });
  });
});

it.each<[string, PublishedLength, string | null, PublishedLength | null]>([
  ['an ordinary gap', inMm(0.15), null, null],
  ['inches typed as mm', inMm(0.006), 'inch-as-mm', inInch(0.006)],
  ['thou typed as mm', inMm(6), 'thou-as-mm', inThou(6)],
  ['mm typed as inches', inInch(0.15), 'mm-as-inch', inMm(0.15)],
  ['far too much', inThou(90), 'tenfold', inThou(9)],
  ['beyond any explanation', inMm(5000), 'out-of-range', null],
])('%s', (_, written, code, likely) => {
  expect(slipOf(written)).toEqual(code === null ? null : { code, written, likely });
});
