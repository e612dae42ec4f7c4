import { describe, expect, it } from '@jest/globals';
import { readBlades, readLength, readNumber, readTriesText } from './figures.ts';

describe('figures as typed into the calculator', () => {
  it.each([
    ['0.15', 'mm', 0.15],
    ['.15', 'mm', 0.15],
    ['0,15', 'mm', 0.15],
    ['6', 'thou', 0.1524],
    ['6 thou', 'mm', 0.1524],
    ['0.006 in', 'mm', 0.1524],
    ['0.15mm', 'thou', 0.15],
  ] as const)('%s with %s at hand', (typed, unit, millimetres) => {
    const figure = readLength(typed, unit, 'Gap');
    if (!figure.ok) throw new Error(figure.problem);
    expect(figure.value).toBeCloseTo(millimetres, 12);
  });

  it.each(['', '1,2,3', '-0.1', 'a bit', '0.15 cm', '1e3', '9'])('%p is refused with a way to fix it', (typed) => {
    expect(readLength(typed, 'mm', 'Gap')).toEqual({ ok: false, problem: expect.stringContaining('Gap') });
  });

  it('reads tries with their feels and stacks', () => {
    expect(readTriesText('0.13f 0.05+0.10D', 'mm')).toEqual({
      ok: true,
      value: [
        { blades: [{ printed: { value: 0.13, unit: 'mm' } }], feel: 'free' },
        { blades: [{ printed: { value: 0.05, unit: 'mm' } }, { printed: { value: 0.1, unit: 'mm' } }], feel: 'drags' },
      ],
    });
    expect(readTriesText('', 'mm')).toEqual({ ok: true, value: [] });
    expect(readTriesText('0.13', 'mm')).toHaveProperty('problem');
    expect(readTriesText('1+2+3+4w', 'thou')).toHaveProperty('problem');
    expect(readBlades('3 4 5', 'thou')).toMatchObject({ value: [{}, {}, { printed: { value: 5, unit: 'thou' } }] });
    expect(readNumber('1,3', 'Ratio', 0, 4)).toEqual({ ok: true, value: 1.3 });
    expect(readNumber('1,300', 'Ratio', 0, 4)).toEqual({ ok: false, problem: expect.stringContaining('thousands') });
  });
});
