import { describe, expect, it } from '@jest/globals';
import { ruleFromText, ruleText, type Rule } from './index.ts';

const mm = (value: number) => ({ value, unit: 'mm' as const });
const thou = (value: number) => ({ value, unit: 'thou' as const });

describe('a rule as a source writes it', () => {
  it.each<[Rule]>([
    [{ kind: 'range', min: mm(0.1), max: mm(0.15) }],
    [{ kind: 'range', min: thou(4), max: mm(0.152) }],
    [{ kind: 'nominal-tolerance', nominal: mm(0.14), tolerance: mm(0.03) }],
    [{ kind: 'nominal', nominal: { value: 0.006, unit: 'in' } }],
    [{ kind: 'at-least', min: thou(4.5), setTo: thou(6) }],
    [{ kind: 'nominal', nominal: { ...mm(0.1), beside: { value: 0.004, unit: 'in' } } }],
    [{ kind: 'nominal', nominal: { ...mm(0.1), printed: '0.010 mm' } }],
    [{ kind: 'range', min: { ...mm(0.1), beside: thou(4), printed: '0.010 mm / 0.004 in' }, max: mm(0.15) }],
  ])('reads what it wrote: %j', (rule) => {
    expect(ruleFromText(ruleText(rule))).toEqual(rule);
  });

  it.each<[string, Rule]>([
    ['0.10-0.15 mm', { kind: 'range', min: mm(0.1), max: mm(0.15) }],
    ['0,10 – 0,15mm', { kind: 'range', min: mm(0.1), max: mm(0.15) }],
    ['.10 mm to .15', { kind: 'range', min: mm(0.1), max: mm(0.15) }],
    ['0.14 +/- 0.03 MM', { kind: 'nominal-tolerance', nominal: mm(0.14), tolerance: mm(0.03) }],
    [
      '0.10–0.15 mm (0.004–0.006 in)',
      {
        kind: 'range',
        min: { ...mm(0.1), beside: { value: 0.004, unit: 'in' } },
        max: { ...mm(0.15), beside: { value: 0.006, unit: 'in' } },
      },
    ],
    ['0.006 in / 0.15 mm', { kind: 'nominal', nominal: { value: 0.006, unit: 'in', beside: mm(0.15) } }],
    ['5 thou', { kind: 'nominal', nominal: thou(5) }],
    ['0.005"', { kind: 'nominal', nominal: { value: 0.005, unit: 'in' } }],
    ['>= 0.10, set to 0.15 mm', { kind: 'at-least', min: mm(0.1), setTo: mm(0.15) }],
    ['min 4 set 6 thou', { kind: 'at-least', min: thou(4), setTo: thou(6) }],
  ])('reads %j', (text, rule) => {
    expect(ruleFromText(text)).toEqual(rule);
  });

  it.each([
    '',
    '0.15',
    '0.10-0.15',
    'about 0.15 mm',
    '0.1.5 mm',
    '-0.15 mm',
    '0.15 cm',
    '0.10 mm 0.15 mm',
    'mm',
    '0.10 mm (0.15 mm)',
    '0.10 mm / 0.004-0.006 in',
    '0.1 mm (about 4)',
  ])('does not guess what %j means', (text) => {
    expect(ruleFromText(text)).toBeNull();
  });
});
