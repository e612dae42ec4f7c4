import { expect, it } from '@jest/globals';
import fc from 'fast-check';
import { figureFromText } from './index.ts';

it('accepts a decimal point or comma, and returns the written figure', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 999 }), fc.integer({ min: 0, max: 99 }), (whole, hundredths) => {
      const value = whole + hundredths / 100;
      const digits = String(hundredths).padStart(2, '0');
      for (const mark of ['.', ','])
        expect(figureFromText(` ${whole}${mark}${digits} `)).toEqual({ ok: true, value: expect.closeTo(value, 9) });
    }),
  );
});

it.each([
  ['1,234', 'comma'],
  ['1,234.5', 'comma'],
  ['1.234,5', 'point'],
  ['0.15 mm', 'no-figure'],
  ['1/4', 'no-figure'],
  ['', 'no-figure'],
  ['--1', 'no-figure'],
])('%p is not guessed at: %s', (text, slip) => {
  expect(figureFromText(text)).toEqual({ ok: false, slip });
});

it('where a comma marks the decimals, a point before three digits is doubtful', () => {
  expect(figureFromText('1.234')).toEqual({ ok: true, value: 1.234 });
  expect(figureFromText('1.234', true)).toEqual({ ok: false, slip: 'point' });
});
