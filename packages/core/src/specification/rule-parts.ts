import type { PublishedLength } from '../units/index.ts';
import type { Rule } from './rule.ts';

export type RulePart = 'min' | 'max' | 'nominal' | 'tolerance' | 'setTo';

/** The figures of each kind of rule. */
const PARTS: { readonly [Kind in Rule['kind']]: readonly (keyof Extract<Rule, { kind: Kind }> & RulePart)[] } = {
  range: ['min', 'max'],
  'nominal-tolerance': ['nominal', 'tolerance'],
  nominal: ['nominal'],
  'at-least': ['min', 'setTo'],
};

/** The figures of a rule with their names. */
export const partsOf = (rule: Rule): [RulePart, PublishedLength][] => {
  const figures = rule as Rule & Readonly<Partial<Record<RulePart, PublishedLength>>>;
  return PARTS[rule.kind].flatMap((part): [RulePart, PublishedLength][] => {
    const length = figures[part];
    return length === undefined ? [] : [[part, length]];
  });
};

/** The same rule with every figure changed. */
export const mapParts = (rule: Rule, change: (part: RulePart, length: PublishedLength) => PublishedLength): Rule => ({
  ...rule,
  ...Object.fromEntries(partsOf(rule).map(([part, length]) => [part, change(part, length)])),
});
