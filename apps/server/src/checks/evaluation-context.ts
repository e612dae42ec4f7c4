import type { ShopRules } from '@sturdy-shim/core';

/**
 * The specification, rules and tolerance of an evaluation, stored with the check: later decisions do not change them.
 */
export interface EvaluationContext {
  readonly rules: ShopRules;
  /** Of the blade set that was used; null where it states none. */
  readonly bladeToleranceMm: number | null;
}
