import { describe, expect, it } from '@jest/globals';
import { EMPTY_RULE, type TypedRule, readingText, ruleOf, slipsOf, withChoice, withFigure } from './typed-rule.ts';

const typed = (change: Partial<TypedRule>): TypedRule => ({ ...EMPTY_RULE, ...change });
const choose = (rule: TypedRule, text: string): TypedRule => {
  const slips = slipsOf(rule);
  const [slip] = slips;
  const reading = slip?.readings.find((each) => readingText(each) === text);
  if (slip === undefined || reading === undefined) throw new Error(`not offered: ${text}`);
  return withChoice(rule, slip, reading, slips);
};

describe('a typed rule of a source', () => {
  it('becomes a rule in its unit and digits, with a point or a comma', () => {
    expect(ruleOf(typed({ figures: { min: '0.10', max: '0,15' } }))).toEqual({
      kind: 'range',
      min: { value: 0.1, unit: 'mm' },
      max: { value: 0.15, unit: 'mm' },
    });
    expect(ruleOf(typed({ figures: { min: '0.10' } }))).toBeNull();
  });

  it('a label of 0.010 mm: every reading is offered, the chosen one is used, the printed one is kept', () => {
    const label = typed({ kind: 'nominal', figures: { nominal: '0.010' } });
    expect(slipsOf(label)[0]?.readings.map(readingText)).toEqual(['0.10 mm', '0.010 in', '0.001 in']);
    const decided = choose(label, '0.10 mm');
    expect(slipsOf(decided)).toEqual([]);
    expect(ruleOf(decided)).toEqual({ kind: 'nominal', nominal: { value: 0.1, unit: 'mm', printed: '0.010 mm' } });
    // An edited figure needs a new decision.
    expect(slipsOf(withFigure(decided, 'figures', 'nominal', '0.010'))).toHaveLength(1);
  });

  it('both systems that disagree are asked about, and both printed figures are kept', () => {
    const label = typed({
      kind: 'nominal',
      figures: { nominal: '0.10' },
      beside: { nominal: '0.010' },
      withBeside: true,
    });
    expect(slipsOf(label)[0]).toMatchObject({ kind: 'pair' });
    expect(ruleOf(choose(label, '0.10 mm (0.004 in)'))).toEqual({
      kind: 'nominal',
      nominal: {
        value: 0.1,
        unit: 'mm',
        beside: { value: 0.004, unit: 'in' },
        printed: '0.10 mm / 0.010 in',
      },
    });
  });

  it('a range that slipped as a whole is read as a whole', () => {
    const decided = choose(typed({ figures: { min: '4', max: '6' } }), '4 thou');
    expect(ruleOf(decided)).toMatchObject({
      min: { value: 4, unit: 'thou' },
      max: { value: 6, unit: 'thou', printed: '6 mm' },
    });
  });

  it('the other valve ranks the interpretations', () => {
    const label = typed({ kind: 'nominal', figures: { nominal: '0.010' } });
    expect(slipsOf(label, { otherValveMm: 0.25 })[0]?.readings.map(readingText)[0]).toBe('0.010 in');
  });
});
