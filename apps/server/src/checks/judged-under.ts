import type { HouseRules } from '@sturdy-shim/core';

/** By what a check was judged: it stays with the check, whatever the shop decides later. */
export interface JudgedUnder {
  readonly rules: HouseRules;
  /** Of the blade set that was used; null where it states none. */
  readonly bladeToleranceMm: number | null;
}
