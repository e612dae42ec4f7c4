import type { ShopRules } from '@sturdy-shim/core';

/** By what a check was evaluated: it stays with the check, whatever the shop decides later. */
export interface EvaluationContext {
  readonly rules: ShopRules;
  /** Of the blade set that was used; null where it states none. */
  readonly bladeToleranceMm: number | null;
}
