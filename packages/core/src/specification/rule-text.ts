import { publishedText, type LengthUnit, type PublishedLength } from '../units/index.ts';
import type { Rule } from './rule.ts';

/** A rule in the unit and digits of its source: `0.13 mm to 0.18 mm`, `0.14 mm ± 0.03 mm`, `at least 0.10 mm, set to 0.15 mm`. */
export function ruleText(rule: Rule): string {
  switch (rule.kind) {
    case 'range':
      return `${publishedText(rule.min)} to ${publishedText(rule.max)}`;
    case 'nominal-tolerance':
      return `${publishedText(rule.nominal)} ± ${publishedText(rule.tolerance)}`;
    case 'nominal':
      return `${publishedText(rule.nominal)}, one number`;
    case 'at-least':
      return `at least ${publishedText(rule.min)}, set to ${publishedText(rule.setTo)}`;
  }
}

const UNITS: Readonly<Record<string, LengthUnit>> = {
  mm: 'mm',
  in: 'in',
  inch: 'in',
  inches: 'in',
  '"': 'in',
  thou: 'thou',
  mil: 'thou',
};

const LENGTH = String.raw`(\d+(?:[.,]\d+)?|[.,]\d+)\s*(mm|inches|inch|in|"|thou|mil)?`;
const two = (between: string, first = ''): RegExp => new RegExp(`^${first}${LENGTH}\\s*${between}\\s*${LENGTH}$`, 'i');
const NOMINAL = new RegExp(`^${LENGTH}(?:\\s*,?\\s*one number)?$`, 'i');
const AT_LEAST = two('[,;]?\\s*(?:set\\s*(?:it\\s*)?(?:to)?)', '(?:at least|min\\.?|≥|>=?)\\s*');
const TOLERANCE = two('(?:±|\\+\\s*/\\s*-|\\+-)');
const RANGE = two('(?:to|-|–|—|…|\\.\\.\\.?)');

/**
 * Reads what a source says as people write it: `0.10-0.15 mm`, `0,14 ± 0,03 mm`, `5 thou`, `at least 0.10 mm, set to
 * 0.15 mm`. A figure without a unit takes the other's; without any unit it could be anything.
 * @returns null when it is none of these, or no unit is given
 */
export function ruleFromText(text: string): Rule | null {
  const plain = text.trim().replace(/\s+/g, ' ');
  const pair = (pattern: RegExp): readonly [PublishedLength, PublishedLength] | null => {
    const [, a, aUnit, b, bUnit] = pattern.exec(plain) ?? [];
    const [first, second] = [length(a, aUnit ?? bUnit), length(b, bUnit ?? aUnit)];
    return first === null || second === null ? null : [first, second];
  };
  const atLeast = pair(AT_LEAST);
  if (atLeast !== null) return { kind: 'at-least', min: atLeast[0], setTo: atLeast[1] };
  const tolerance = pair(TOLERANCE);
  if (tolerance !== null) return { kind: 'nominal-tolerance', nominal: tolerance[0], tolerance: tolerance[1] };
  const range = pair(RANGE);
  if (range !== null) return { kind: 'range', min: range[0], max: range[1] };
  const [, one, unit] = NOMINAL.exec(plain) ?? [];
  const nominal = length(one, unit);
  return nominal === null ? null : { kind: 'nominal', nominal };
}

function length(digits: string | undefined, unit: string | undefined): PublishedLength | null {
  const known = UNITS[unit?.toLowerCase() ?? ''];
  return digits === undefined || known === undefined ? null : { value: Number(digits.replace(',', '.')), unit: known };
}
