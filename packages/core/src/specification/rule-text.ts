import {
  lengthFromText,
  publishedText,
  type LengthUnit,
  type PlainLength,
  type PublishedLength,
} from '../units/index.ts';
import type { Rule } from './rule.ts';
import { mapParts, partsOf } from './rule-parts.ts';

/**
 * A rule in the unit and digits of its source, with the second or printed figure: `0.13 mm to 0.18 mm`, `0.14 mm ± 0.03
 * mm`, `at least 0.10 mm (0.004 in), set to 0.15 mm (printed 0.015 mm)`.
 */
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

/** Longer text is not parsed as a rule. */
const LONGEST = 300;
const UNIT = String.raw`mm|inches|inch|in|"|thou|mil`;
/** A figure, its unit, and in brackets the figure beside it. */
const LENGTH = String.raw`(\d{1,7}(?:[.,]\d{1,7})?|[.,]\d{1,7}) ?(${UNIT})?(?: ?\(([^()]{1,80})\))?`;
const two = (between: string, first = ''): RegExp => new RegExp(`^${first}${LENGTH} ?${between} ?${LENGTH}$`, 'i');
const NOMINAL = new RegExp(`^${LENGTH}(?:,? ?one number)?$`, 'i');
const AT_LEAST = two('[,;]? ?set ?(?:it ?)?(?:to)?', '(?:at least|min\\.?|≥|>=?) ?');
const TOLERANCE = two('(?:±|\\+ ?/ ?-|\\+-)');
const RANGE = two('(?:to|-|–|—|…|\\.\\.\\.?)');

/**
 * Reads what a source says as people write it: `0.10-0.15 mm`, `0,14 ± 0,03 mm`, `5 thou`, `at least 0.10 mm, set to
 * 0.15 mm`, and in both systems: `0.10-0.15 mm (0.004-0.006 in)`. A figure without a unit takes the other's; without
 * any unit it could be anything.
 * @returns null for text of another form, or without a unit
 */
export function ruleFromText(text: string): Rule | null {
  if (text.length > LONGEST) return null;
  const plain = text.trim().replace(/\s+/g, ' ');
  return oneRule(plain) ?? inBothSystems(plain);
}

function oneRule(plain: string): Rule | null {
  const pair = (pattern: RegExp): readonly [PublishedLength, PublishedLength] | null => {
    const [, a, aUnit, aAside, b, bUnit, bAside] = pattern.exec(plain) ?? [];
    const [first, second] = [length(a, aUnit ?? bUnit, aAside), length(b, bUnit ?? aUnit, bAside)];
    return first === null || second === null ? null : [first, second];
  };
  const atLeast = pair(AT_LEAST);
  if (atLeast !== null) return { kind: 'at-least', min: atLeast[0], setTo: atLeast[1] };
  const tolerance = pair(TOLERANCE);
  if (tolerance !== null) return { kind: 'nominal-tolerance', nominal: tolerance[0], tolerance: tolerance[1] };
  const range = pair(RANGE);
  if (range !== null) return { kind: 'range', min: range[0], max: range[1] };
  const [, one, unit, aside] = NOMINAL.exec(plain) ?? [];
  const nominal = length(one, unit, aside);
  return nominal === null ? null : { kind: 'nominal', nominal };
}

/** The same rule in mm and in inches, the second in brackets or after a stroke. */
function inBothSystems(plain: string): Rule | null {
  const at = plain.endsWith(')') ? plain.lastIndexOf('(') : plain.indexOf(' / ');
  if (at <= 0) return null;
  const first = oneRule(plain.slice(0, at).trim());
  const second = oneRule(
    plain
      .slice(at)
      .replace(/^[ (/]{1,3}|\)$/g, '')
      .trim(),
  );
  if (first === null || second === null || first.kind !== second.kind) return null;
  const others = new Map(partsOf(second));
  let whole = true;
  const joined = mapParts(first, (part, length) => {
    const beside = others.get(part);
    if (beside === undefined || (beside.unit === 'mm') === (length.unit === 'mm')) whole = false;
    return { ...length, ...(beside && { beside: { value: beside.value, unit: beside.unit } }) };
  });
  return whole ? joined : null;
}

function length(digits: string | undefined, unit: string | undefined, aside?: string): PublishedLength | null {
  if (digits === undefined || unit === undefined) return null;
  const read = lengthFromText(`${digits} ${unit}`, null);
  const asides = aside === undefined ? {} : asidesFrom(aside, read?.unit);
  return read === null || asides === null ? null : { ...read, ...asides };
}

/** The bracket after a figure: the other system's figure, the printed figure, or both. */
function asidesFrom(text: string, unit: LengthUnit | undefined): Pick<PublishedLength, 'beside' | 'printed'> | null {
  const at = text.search(/printed /i);
  const printed = at < 0 ? '' : text.slice(at + 'printed '.length).trim();
  const other = (at < 0 ? text : text.slice(0, at)).replace(/[ ,;]{1,3}$/, '').trim();
  const beside: PlainLength | null = other === '' ? null : lengthFromText(other, null);
  if (other !== '' && (beside === null || (beside.unit === 'mm') === (unit === 'mm'))) return null;
  return { ...(beside && { beside }), ...(printed !== '' && { printed }) };
}
