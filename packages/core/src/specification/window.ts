import { SAME_LENGTH_MM, mm, publishedMm, type Millimetres, type PublishedLength } from '../units/index.ts';
import type { Rule } from './rule.ts';

/** The allowed gap of one kind of valve. Both edges belong to the window. */
export interface Window {
  readonly minMm: Millimetres;
  readonly maxMm: Millimetres;
  /** The gap a person sets: the middle, unless the shop decides otherwise. */
  readonly aimMm: Millimetres;
  /** `house tolerance` when the source gave one number only and the shop's own tolerance was put around it. */
  readonly basis: 'published' | 'house tolerance';
}

/** Why a rule cannot be read as a window. */
export type RuleRefusal =
  | { readonly code: 'not-a-gap'; readonly part: RulePart; readonly value: number }
  | { readonly code: 'edges-reversed'; readonly minMm: number; readonly maxMm: number }
  | { readonly code: 'implausible'; readonly part: RulePart; readonly valueMm: number };
export type RulePart = 'min' | 'max' | 'nominal' | 'tolerance';

/** Gaps of small engines lie far inside these bounds; a figure outside them is a slip (common practice, no source). */
export const PLAUSIBLE_GAP_MM = { min: 0.02, max: 1.0 } as const;

/**
 * Reads a published rule as a window [min, max] and an aim.
 * @param houseToleranceMm half-width put around a rule that is one number only
 */
export function windowOf(
  rule: Rule,
  houseToleranceMm: Millimetres,
): { readonly window: Window } | { readonly refusal: RuleRefusal } {
  for (const [part, published] of partsOf(rule)) {
    // What is no number cannot be converted: it is refused before it becomes a length.
    const least = part === 'tolerance' ? 0 : Number.MIN_VALUE;
    if (!Number.isFinite(published.value) || published.value < least) {
      return { refusal: { code: 'not-a-gap', part, value: published.value } };
    }
    const valueMm = publishedMm(published);
    if (part !== 'tolerance' && (valueMm < PLAUSIBLE_GAP_MM.min || valueMm > PLAUSIBLE_GAP_MM.max)) {
      return { refusal: { code: 'implausible', part, valueMm } };
    }
  }
  const [minMm, maxMm] = edgesOf(rule, houseToleranceMm);
  if (minMm <= 0) return { refusal: { code: 'not-a-gap', part: 'tolerance', value: minMm } };
  if (maxMm - minMm < SAME_LENGTH_MM) return { refusal: { code: 'edges-reversed', minMm, maxMm } };
  return {
    window: {
      minMm: mm(minMm),
      maxMm: mm(maxMm),
      aimMm: mm((minMm + maxMm) / 2),
      basis: rule.kind === 'nominal' ? 'house tolerance' : 'published',
    },
  };
}

function partsOf(rule: Rule): [RulePart, PublishedLength][] {
  switch (rule.kind) {
    case 'range':
      return [
        ['min', rule.min],
        ['max', rule.max],
      ];
    case 'nominal-tolerance':
      return [
        ['nominal', rule.nominal],
        ['tolerance', rule.tolerance],
      ];
    case 'nominal':
      return [['nominal', rule.nominal]];
  }
}

function edgesOf(rule: Rule, houseToleranceMm: Millimetres): [number, number] {
  if (rule.kind === 'range') return [publishedMm(rule.min), publishedMm(rule.max)];
  const nominal = publishedMm(rule.nominal);
  const tolerance = rule.kind === 'nominal' ? houseToleranceMm : publishedMm(rule.tolerance);
  return [nominal - tolerance, nominal + tolerance];
}
