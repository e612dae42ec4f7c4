import { describe, expect, it } from '@jest/globals';
import { readFileSync } from 'node:fs';
import {
  above,
  atLeast,
  atMost,
  below,
  fromCelsius,
  fromMm,
  fromNewtonMetres,
  gapDigits,
  lengthFromText,
  mm,
  publishedText,
  same,
  toCelsius,
  toMm,
  toNewtonMetres,
  within,
} from './index.ts';

interface Check {
  readonly id: string;
  readonly input: number | string;
  readonly value: number;
}
const reference = JSON.parse(readFileSync(new URL('../../reference/units.json', import.meta.url), 'utf8')) as {
  checks: Check[];
};
const expected = (id: string): number => {
  const check = reference.checks.find((each) => each.id === id);
  if (check === undefined) throw new Error(`no reference ${id}`);
  return check.value;
};
/** Closed forms: agreement to the last few bits. */
const near = (value: number, id: string): void => expect(Math.abs(value / expected(id) - 1)).toBeLessThan(1e-14);

describe('units against exact references', () => {
  it('length', () => {
    near(toMm(1, 'thou'), 'thou->mm');
    near(toMm(3, 'thou'), '3thou->mm');
    near(toMm(4, 'thou'), '4thou->mm');
    near(toMm(6, 'thou'), '6thou->mm');
    near(toMm(3.06, 'in'), '3.06in->mm');
    near(fromMm(mm(0.1), 'thou'), '0.1mm->thou');
    near(fromMm(mm(1), 'in'), '1mm->in');
  });

  it('torque', () => {
    near(toNewtonMetres(1, 'lbf·ft'), '1lbfft->Nm');
    near(toNewtonMetres(1, 'kgf·cm'), '1kgfcm->Nm');
    near(fromNewtonMetres(toNewtonMetres(10, 'N·m'), 'lbf·ft'), '10Nm->lbfft');
    // 7 lbf·ft is 84 lbf·in (common practice, no source; exact by definition).
    expect(fromNewtonMetres(toNewtonMetres(7, 'lbf·ft'), 'lbf·in')).toBeCloseTo(84, 12);
  });

  it('temperature', () => {
    near(toCelsius(68, '°F'), '68F->C');
    near(toCelsius(200, '°F'), '200F->C');
    near(fromCelsius(toCelsius(20, '°C'), '°F'), '20C->F');
  });

  it('refuses what is no number, because it would be our bug', () => {
    expect(() => mm(NaN)).toThrow(RangeError);
    expect(() => toMm(Infinity, 'in')).toThrow(RangeError);
  });
});

describe('figures as a shop writes them', () => {
  // Facts of the trade (common practice, no source): 4, 5, 6, 7, 8 and 12 thou to the thousandth of a millimeter.
  it.each([
    [4, 0.102],
    [5, 0.127],
    [6, 0.152],
    [7, 0.178],
    [8, 0.203],
    [12, 0.305],
  ])('%d thou is %d mm', (thou, millimetres) => {
    expect(Number(toMm(thou, 'thou').toFixed(3))).toBe(millimetres);
    expect(gapDigits(toMm(thou, 'thou'), 'thou')).toBe(String(thou));
  });

  it('keeps the digits a source printed, and adds the usual ones', () => {
    expect(publishedText({ value: 0.1, unit: 'mm' })).toBe('0.10 mm');
    expect(publishedText({ value: 0.0045, unit: 'in' })).toBe('0.0045 in');
    expect(publishedText({ value: 6, unit: 'thou' })).toBe('6 thou');
    expect(publishedText({ value: 0.1, unit: 'mm', beside: { value: 0.004, unit: 'in' } })).toBe('0.10 mm (0.004 in)');
    expect(publishedText({ value: 0.1, unit: 'mm', printed: '0.010 mm' })).toBe('0.10 mm (printed 0.010 mm)');
    expect(gapDigits(mm(0.1), 'thou')).toBe('3.9');
  });
});

describe('figures that meet', () => {
  it('are the same where only the unit or a sum differs, and only there', () => {
    expect(same(toMm(4, 'thou'), 0.1016)).toBe(true);
    expect(same(toMm(3, 'thou'), 0.0762)).toBe(true);
    expect(atLeast(toMm(3, 'thou'), 0.0762)).toBe(true);
    expect(atMost(0.1 + 0.2, 0.3)).toBe(true);
    expect(above(0.1 + 0.2, 0.3) || below(0.1 + 0.2, 0.3)).toBe(false);
    expect(same(0.15, 0.1501)).toBe(false);
    expect(within(0.1, 0.1, 0.1)).toBe(true);
  });
});

describe('a length as people write it', () => {
  it.each([
    ['0.25 mm', { value: 0.25, unit: 'mm' }],
    ['0,25mm', { value: 0.25, unit: 'mm' }],
    ['1/4 in', { value: 0.25, unit: 'in' }],
    ['1/4', { value: 0.25, unit: 'in' }],
    ['1 1/8"', { value: 1.125, unit: 'in' }],
    ['6 thou', { value: 6, unit: 'thou' }],
    ['6.35', { value: 6.35, unit: 'mm' }],
  ] as const)('%j', (text, length) => {
    expect(lengthFromText(text, 'mm')).toEqual(length);
  });
  it.each(['', 'mm', '1/0 in', '0.2.5 mm', '1,234.5 mm', '-1 mm', '1/4/2 in', '5 cm', `${'9'.repeat(50)} mm`])(
    'does not guess what %j means',
    (text) => expect(lengthFromText(text, 'mm')).toBeNull(),
  );
  it('asks for the unit where none is understood', () => expect(lengthFromText('6.35', null)).toBeNull());
});
