import { atMost, below, mm, publishedMm, same, type Millimetres } from '../units/index.ts';
import { targetIn, type TargetPolicy } from './target.ts';
import { isPlausibleGap } from './plausible.ts';
import type { Rule } from './rule.ts';
import { partsOf, type RulePart } from './rule-parts.ts';

/** The allowed gap of one kind of valve. Both edges belong to the window. */
export interface Window {
  readonly minMm: Millimetres;
  readonly maxMm: Millimetres;
  /** The gap a person sets. */
  readonly targetMm: Millimetres;
  /** The parts of the window that come from the shop because the source does not state them. */
  readonly basis: 'published' | 'shop tolerance' | 'shop upper bound';
  /** Reason for a target outside this window; present only in that case. */
  readonly targetOutsideReason?: string;
}

/** Values of the shop for facts that the source does not state. */
export interface ShopWindowRules {
  /** Half-width put around a rule that is one number only. */
  readonly toleranceMm: Millimetres;
  /**
   * Upper limit for a source that gives only a minimum. Null: as far above the set value as the minimum is below it.
   */
  readonly atMostMm: Millimetres | null;
  readonly target: TargetPolicy;
}

/**
 * What shops usually allow: 0.02 mm to either side of one number, and at least 4, set to 5 thou, passes up to 6 (common
 * practice, no source). Editable by the shop.
 */
export const DEFAULT_SHOP_WINDOW: ShopWindowRules = {
  toleranceMm: mm(0.02),
  atMostMm: null,
  target: { kind: 'middle' },
};

/** Why a rule cannot be read as a window. */
export type RuleRefusal =
  | { readonly code: 'not-a-gap'; readonly part: RulePart; readonly value: number }
  | { readonly code: 'edges-reversed'; readonly minMm: number; readonly maxMm: number }
  | { readonly code: 'no-width'; readonly minMm: number; readonly maxMm: number }
  /** At least this, set to no more than that: without an upper limit of the shop no gap is allowed. */
  | { readonly code: 'setting-not-above-floor'; readonly minMm: number; readonly setToMm: number }
  | { readonly code: 'implausible'; readonly part: RulePart; readonly valueMm: number }
  | { readonly code: 'target-outside'; readonly minMm: number; readonly maxMm: number };

/** Reads a published rule as a window [min, max] and a target. */
export function windowOf(
  rule: Rule,
  shop: ShopWindowRules,
): { readonly ok: true; readonly window: Window } | { readonly ok: false; readonly refusal: RuleRefusal } {
  for (const [part, published] of partsOf(rule)) {
    // Values that are not numbers are refused before conversion.
    const least = part === 'tolerance' ? 0 : Number.MIN_VALUE;
    if (!Number.isFinite(published.value) || published.value < least) {
      return { ok: false, refusal: { code: 'not-a-gap', part, value: published.value } };
    }
    const valueMm = publishedMm(published);
    if (part !== 'tolerance' && !isPlausibleGap(valueMm)) {
      return { ok: false, refusal: { code: 'implausible', part, valueMm } };
    }
  }
  if (rule.kind === 'at-least' && shop.atMostMm === null) {
    const [minMm, setToMm] = [publishedMm(rule.min), publishedMm(rule.setTo)];
    if (atMost(setToMm, minMm)) return { ok: false, refusal: { code: 'setting-not-above-floor', minMm, setToMm } };
  }
  const [minMm, maxMm] = edgesOf(rule, shop);
  if (atMost(minMm, 0)) return { ok: false, refusal: { code: 'not-a-gap', part: 'tolerance', value: minMm } };
  if (same(minMm, maxMm)) return { ok: false, refusal: { code: 'no-width', minMm, maxMm } };
  if (below(maxMm, minMm)) return { ok: false, refusal: { code: 'edges-reversed', minMm, maxMm } };
  // A set value in the source takes precedence over any policy of the shop.
  const policy: TargetPolicy =
    rule.kind === 'at-least' ? { kind: 'explicit', targetMm: publishedMm(rule.setTo) } : shop.target;
  const targetMm = targetIn(minMm, maxMm, policy);
  if (targetMm === null) return { ok: false, refusal: { code: 'target-outside', minMm, maxMm } };
  return { ok: true, window: { minMm: mm(minMm), maxMm: mm(maxMm), targetMm, basis: BASIS[rule.kind] } };
}

const BASIS: Record<Rule['kind'], Window['basis']> = {
  range: 'published',
  'nominal-tolerance': 'published',
  nominal: 'shop tolerance',
  'at-least': 'shop upper bound',
};

function edgesOf(rule: Rule, { toleranceMm, atMostMm }: ShopWindowRules): [number, number] {
  switch (rule.kind) {
    case 'range':
      return [publishedMm(rule.min), publishedMm(rule.max)];
    case 'at-least':
      return [publishedMm(rule.min), atMostMm ?? 2 * publishedMm(rule.setTo) - publishedMm(rule.min)];
    default: {
      const nominal = publishedMm(rule.nominal);
      const tolerance = rule.kind === 'nominal' ? toleranceMm : publishedMm(rule.tolerance);
      return [nominal - tolerance, nominal + tolerance];
    }
  }
}
