import { SAME_LENGTH_MM, mm, publishedMm, type Millimetres, type PublishedLength } from '../units/index.ts';
import { aimIn, type AimPolicy } from './aim.ts';
import { PLAUSIBLE_GAP_MM } from './plausible.ts';
import type { Rule } from './rule.ts';

/** The allowed gap of one kind of valve. Both edges belong to the window. */
export interface Window {
  readonly minMm: Millimetres;
  readonly maxMm: Millimetres;
  /** The gap a person sets. */
  readonly aimMm: Millimetres;
  /** What of the window is the shop's own, because the source does not say it. */
  readonly basis: 'published' | 'house tolerance' | 'house upper bound';
}

/** What a shop adds where a source is silent. */
export interface HouseWindowRules {
  /** Half-width put around a rule that is one number only. */
  readonly toleranceMm: Millimetres;
  /** The widest gap let pass where a source gives only the least: an absolute gap. */
  readonly atMostMm: Millimetres;
  readonly aim: AimPolicy;
}

/** Assumptions of this program, editable by the shop; no standard stands behind them. */
export const DEFAULT_HOUSE_WINDOW: HouseWindowRules = {
  toleranceMm: mm(0.03),
  atMostMm: mm(0.3),
  aim: { kind: 'middle' },
};

/** Why a rule cannot be read as a window. */
export type RuleRefusal =
  | { readonly code: 'not-a-gap'; readonly part: RulePart; readonly value: number }
  | { readonly code: 'edges-reversed'; readonly minMm: number; readonly maxMm: number }
  | { readonly code: 'implausible'; readonly part: RulePart; readonly valueMm: number }
  | { readonly code: 'aim-outside'; readonly minMm: number; readonly maxMm: number };
export type RulePart = 'min' | 'max' | 'nominal' | 'tolerance' | 'setTo';

/** Reads a published rule as a window [min, max] and an aim. */
export function windowOf(
  rule: Rule,
  house: HouseWindowRules,
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
  const [minMm, maxMm] = edgesOf(rule, house);
  if (minMm <= 0) return { refusal: { code: 'not-a-gap', part: 'tolerance', value: minMm } };
  if (maxMm - minMm < SAME_LENGTH_MM) return { refusal: { code: 'edges-reversed', minMm, maxMm } };
  // What the source says to set goes ahead of any policy of the shop.
  const policy: AimPolicy = rule.kind === 'at-least' ? { kind: 'explicit', aimMm: publishedMm(rule.setTo) } : house.aim;
  const aimMm = aimIn(minMm, maxMm, policy);
  if (aimMm === null) return { refusal: { code: 'aim-outside', minMm, maxMm } };
  return { window: { minMm: mm(minMm), maxMm: mm(maxMm), aimMm, basis: BASIS[rule.kind] } };
}

const BASIS: Record<Rule['kind'], Window['basis']> = {
  range: 'published',
  'nominal-tolerance': 'published',
  nominal: 'house tolerance',
  'at-least': 'house upper bound',
};

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
    case 'at-least':
      return [
        ['min', rule.min],
        ['setTo', rule.setTo],
      ];
  }
}

function edgesOf(rule: Rule, { toleranceMm, atMostMm }: HouseWindowRules): [number, number] {
  switch (rule.kind) {
    case 'range':
      return [publishedMm(rule.min), publishedMm(rule.max)];
    case 'at-least':
      return [publishedMm(rule.min), atMostMm];
    default: {
      const nominal = publishedMm(rule.nominal);
      const tolerance = rule.kind === 'nominal' ? toleranceMm : publishedMm(rule.tolerance);
      return [nominal - tolerance, nominal + tolerance];
    }
  }
}
