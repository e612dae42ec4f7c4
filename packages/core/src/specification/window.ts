import { SAME_LENGTH_MM, mm, publishedMm, type Millimetres } from '../units/index.ts';
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
  | { readonly code: 'not-a-gap'; readonly part: RulePart; readonly valueMm: number }
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
  const parts = partsOf(rule);
  for (const [part, valueMm] of parts) {
    const zeroAllowed = part === 'tolerance';
    if (!Number.isFinite(valueMm) || valueMm < 0 || (valueMm === 0 && !zeroAllowed)) {
      return { refusal: { code: 'not-a-gap', part, valueMm } };
    }
    if (part !== 'tolerance' && (valueMm < PLAUSIBLE_GAP_MM.min || valueMm > PLAUSIBLE_GAP_MM.max)) {
      return { refusal: { code: 'implausible', part, valueMm } };
    }
  }
  const [minMm, maxMm] = edgesOf(rule, houseToleranceMm);
  if (minMm <= 0) return { refusal: { code: 'not-a-gap', part: 'tolerance', valueMm: minMm } };
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

function partsOf(rule: Rule): [RulePart, number][] {
  switch (rule.kind) {
    case 'range':
      return [
        ['min', publishedMm(rule.min)],
        ['max', publishedMm(rule.max)],
      ];
    case 'nominal-tolerance':
      return [
        ['nominal', publishedMm(rule.nominal)],
        ['tolerance', publishedMm(rule.tolerance)],
      ];
    case 'nominal':
      return [['nominal', publishedMm(rule.nominal)]];
  }
}

function edgesOf(rule: Rule, houseToleranceMm: Millimetres): [number, number] {
  if (rule.kind === 'range') return [publishedMm(rule.min), publishedMm(rule.max)];
  const nominal = publishedMm(rule.nominal);
  const tolerance = rule.kind === 'nominal' ? houseToleranceMm : publishedMm(rule.tolerance);
  return [nominal - tolerance, nominal + tolerance];
}
