import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { plainText, publishedMm, type PlainLength } from '../units/index.ts';
import { figureReadings, isPlausibleGap, pairReadings, ruleFromText, ruleSlips, slipBetween, slipOf } from './index.ts';

const inMm = (value: number): PlainLength => ({ value, unit: 'mm' });
const inInch = (value: number): PlainLength => ({ value, unit: 'in' });
const inThou = (value: number): PlainLength => ({ value, unit: 'thou' });
const texts = (readings: readonly { readonly length: PlainLength }[]): string[] =>
  readings.map(({ length }) => plainText(length));

describe('a metric and an inch figure side by side', () => {
  // Pairs as manuals print them (common practice, no source): none may be flagged.
  it.each([
    [0.05, 0.002],
    [0.1, 0.004],
    [0.13, 0.005],
    [0.15, 0.006],
    [0.18, 0.007],
    [0.2, 0.008],
    [0.25, 0.01],
    [0.3, 0.012],
    [0.35, 0.014],
  ])('%d mm and %d in agree', (metric, inch) => {
    expect(slipBetween(inMm(metric), inInch(inch))).toBeNull();
    expect(slipBetween(inMm(metric), inThou(inch * 1000))).toBeNull();
  });

  it.each<[string, PlainLength, PlainLength, PlainLength, PlainLength, string]>([
    ['a misread decimal place', inMm(0.1), inInch(0.01), inMm(0.1), inInch(0.004), 'inch'],
    ['tenfold', inMm(0.1), inInch(0.04), inMm(0.1), inInch(0.004), 'inch'],
    ['tenfold the other way', inMm(0.3), inInch(0.0012), inMm(0.3), inInch(0.012), 'inch'],
    ['figures of two valves mixed up', inMm(0.15), inInch(0.008), inMm(0.15), inInch(0.006), 'inch'],
    ['the metric figure is the likelier wrong one', inMm(1), inInch(0.004), inMm(0.1), inInch(0.004), 'metric'],
    ['swapped fields', inMm(0.004), inInch(0.1), inMm(0.1), inInch(0.004), 'both'],
    ['a label that is out by ten', inMm(0.01), inInch(0.004), inMm(0.1), inInch(0.004), 'metric'],
  ])('%s: named with what was likely meant', (_, metric, inch, meant, beside, wrong) => {
    expect(slipBetween(metric, inch)?.readings[0]).toEqual({ metric: meant, inch: beside, wrong });
  });

  it('coarse digits do not excuse a sixth: 0.30 mm beside 0.010 in could be either', () => {
    expect(slipBetween(inMm(0.3), inInch(0.01))?.readings).toEqual([
      { metric: inMm(0.25), inch: inInch(0.01), wrong: 'metric' },
      { metric: inMm(0.3), inch: inInch(0.012), wrong: 'inch' },
    ]);
  });

  it('the other valve decides where both figures could be the wrong one', () => {
    const [likeliest] = pairReadings(inMm(0.1), inInch(0.01), { otherValveMm: 0.25 });
    expect(likeliest).toEqual({ metric: inMm(0.25), inch: inInch(0.01), wrong: 'metric' });
  });

  it('never offers a value that is itself no valve gap, nor two that disagree', () => {
    const value = fc.double({ min: 0.0001, max: 5, noNaN: true }).map((each) => Number(each.toPrecision(3)));
    fc.assert(
      fc.property(value, value, (metric, inch) => {
        for (const { metric: m, inch: i } of pairReadings(inMm(metric), inInch(inch))) {
          expect(isPlausibleGap(publishedMm(m)) && isPlausibleGap(publishedMm(i))).toBe(true);
          expect(slipBetween(m, i)).toBeNull();
        }
      }),
    );
  });
});

describe('one figure that is no valve gap', () => {
  it.each<[string, PlainLength, string[]]>([
    ['inches typed as mm', inMm(0.006), ['0.006 in', '0.06 mm']],
    ['thou typed as mm', inMm(6), ['6 thou', '0.06 mm', '0.60 mm']],
    ['thou typed as inches', inInch(6), ['6 thou']],
    ['thou typed as inches, twelve', inInch(12), ['12 thou']],
    ['inches typed as thou', inThou(0.006), ['0.006 in']],
    ['micrometers typed as mm', inMm(150), ['0.15 mm']],
    ['a decimal point that was lost', inMm(15), ['0.15 mm']],
    ['a decimal place before a unit', inMm(1.5), ['0.15 mm', '1.5 thou', '15 thou']],
    ['a label that is out by ten', inMm(0.01), ['0.10 mm', '0.010 in', '0.001 in']],
    ['mm typed as inches', inInch(0.15), ['0.15 mm', '0.015 in']],
    ['far too much', inThou(90), ['9 thou']],
    ['beyond any explanation', inMm(5000), []],
  ])('%s: everything that could be meant, the likeliest first', (_, written, readings) => {
    const slip = slipOf(written);
    expect(texts(slip?.readings ?? []).slice(0, readings.length)).toEqual(readings);
    if (readings.length === 0) expect(slip?.readings).toEqual([]);
  });

  it('an ordinary gap is none', () => expect(slipOf(inMm(0.15))).toBeNull());

  it('the figure beside it and the other valve rank what could be meant', () => {
    expect(texts(figureReadings(inMm(0.01), { beside: inInch(0.01) }))[0]).toBe('0.010 in');
    expect(texts(figureReadings(inMm(0.01), { beside: inInch(0.004) }))[0]).toBe('0.10 mm');
    expect(texts(figureReadings(inMm(0.01), { otherValveMm: 0.25 }))[0]).toBe('0.010 in');
    expect(texts(figureReadings(inMm(4), { fuel: 'diesel' }))[0]).toBe('0.40 mm');
    expect(texts(figureReadings(inMm(4)))[0]).toBe('4 thou');
  });
});

describe('the guards over a rule', () => {
  const slipsOf = (text: string) => ruleSlips(ruleFromText(text) ?? { kind: 'nominal', nominal: inMm(NaN) });
  it('ask wherever both systems are printed and disagree', () => {
    expect(slipsOf('0.30 mm (0.010 in)')).toMatchObject([{ part: 'nominal', kind: 'pair', beside: inInch(0.01) }]);
    expect(slipsOf('0.10–0.15 mm (0.004–0.006 in)')).toEqual([]);
    expect(slipsOf('0.10-0.15 mm / 0.004-0.010 in')).toMatchObject([{ part: 'max', kind: 'pair' }]);
  });
  it('rank the readings of all figures together, and back none by a figure that is itself doubtful', () => {
    const ofRange = slipsOf('0.003–0.005 mm').map((slip) => slip.kind === 'figure' && texts(slip.readings)[0]);
    expect(ofRange).toEqual(['0.003 in', '0.005 in']);
    const rule = ruleFromText('0.010 mm');
    if (rule === null) throw new Error('a rule');
    // 0.010 mm at both valves: the other valve is no help.
    const [slip] = ruleSlips(rule, { otherValveMm: 0.01 });
    expect(slip?.kind === 'figure' && texts(slip.readings)).toEqual(['0.10 mm', '0.010 in', '0.001 in']);
  });
  it('ask about a printed 0.010 mm, also with 0.004 in beside it, and no more once a person chose', () => {
    expect(slipsOf('0.010 mm')).toMatchObject([{ kind: 'figure', readings: [{ length: inMm(0.1) }, {}, {}] }]);
    expect(slipsOf('0.010 mm (0.004 in)')).toMatchObject([
      { kind: 'pair', readings: [{ metric: inMm(0.1), inch: inInch(0.004), wrong: 'metric' }] },
    ]);
    expect(slipsOf('0.10 mm (printed 0.010 mm)')).toEqual([]);
  });
});
