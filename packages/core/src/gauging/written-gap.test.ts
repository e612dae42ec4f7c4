import { describe, expect, it } from '@jest/globals';
import { DEFAULT_GAUGING, readWritten, writtenGapFrom, writtenGapText, type WrittenGap } from './index.ts';

describe('gaps as they were written', () => {
  it.each<[string, WrittenGap]>([
    ['0.14', { kind: 'figure', value: 0.14, unit: 'mm' }],
    [' .14 mm ', { kind: 'figure', value: 0.14, unit: 'mm' }],
    ['6 thou', { kind: 'figure', value: 6, unit: 'thou' }],
    ['0.12-0.16', { kind: 'range', from: 0.12, to: 0.16, unit: 'mm' }],
    ['0.12 to 0.16', { kind: 'range', from: 0.12, to: 0.16, unit: 'mm' }],
    ['5 – 6 thou', { kind: 'range', from: 5, to: 6, unit: 'thou' }],
    ['>0.20', { kind: 'over', value: 0.2, unit: 'mm' }],
    ['< 0.10', { kind: 'under', value: 0.1, unit: 'mm' }],
    ['drags 0.15', { kind: 'drag', value: 0.15, unit: 'mm' }],
    ['In spec', { kind: 'in-spec' }],
  ])('%j is read, and its text is read as the same', (text, written) => {
    expect(writtenGapFrom(text, 'mm')).toEqual(written);
    for (const bare of ['mm', 'thou', null] as const)
      expect(writtenGapFrom(writtenGapText(written, bare), bare)).toEqual(written);
  });

  it.each([
    ['ok', 'not-a-gap'],
    ['0.12/0.14', 'not-a-gap'],
    ['1,234.5', 'not-a-gap'],
    ['about 0.14', 'not-a-gap'],
    ['0.12-', 'not-a-gap'],
    ['5 thou-0.15 mm', 'not-a-gap'],
    ['-0.1', 'not-a-gap'],
    ['0', 'no-thickness'],
    ['0-0.1', 'no-thickness'],
    ['0.16-0.12', 'range-reversed'],
  ])('%j is refused and not guessed: %s', (text, refusal) => {
    expect(writtenGapFrom(text, 'mm')).toEqual({ refusal });
  });

  it('proves what a blade would prove: a figure is one that dragged; a statement proves no gap', () => {
    const gap = (text: string) => readWritten(writtenGapFrom(text, 'mm') as WrittenGap, DEFAULT_GAUGING);
    // The half-width of the feel is 0.0127 mm.
    expect(gap('0.14')).toMatchObject({
      gap: { lo: { mm: expect.closeTo(0.1273, 9) }, hi: { mm: expect.closeTo(0.1527, 9) }, loMeasured: true },
    });
    expect(gap('drag 0.14')).toEqual(gap('0.14'));
    expect(gap('0.12-0.16')).toMatchObject({ gap: { lo: { mm: 0.12, strict: false }, hi: { mm: 0.16 } } });
    expect(gap('>0.2')).toMatchObject({ gap: { lo: { mm: 0.2, strict: true }, hi: null, loMeasured: true } });
    expect(gap('<0.1')).toMatchObject({ gap: { lo: { mm: 0 }, hi: { mm: 0.1, strict: true }, loMeasured: false } });
    expect(gap('in spec')).toEqual({ kind: 'stated' });
  });
});
