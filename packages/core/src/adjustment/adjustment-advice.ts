import type { GapInterval } from '../gauging/index.ts';
import type { Millimetres } from '../units/index.ts';
import type { Adjuster } from './adjuster.ts';
import { NO_LOCK, type LockEffect } from './lock-state.ts';
import { gapChange, turnBy, turnFor, type GapChange, type TurnAdvice } from './turn.ts';

/**
 * How the gap of an engine is set. `turned`: by a screw or a nut, with what a turn does where pitch and ratio are known;
 * `locked` where a lock holds it.
 */
export type GapSetting =
  | {
      readonly kind: 'turned';
      readonly adjuster: Adjuster | null;
      readonly locked: boolean;
      /** Effect of a full turn, learned from the shop's checks; used when pitch and ratio are not known. */
      readonly learnedMm?: Millimetres | null;
    }
  | { readonly kind: 'shims' | 'ground-stem' | 'hydraulic' };

type Unchanged = Exclude<GapChange, { kind: 'change' }>;
type Changed<Kind extends string> = Omit<Extract<GapChange, { kind: 'change' }>, 'kind'> & { readonly kind: Kind };

/**
 * The adjustment that brings a gap to the target. Without pitch and ratio only the direction is known, never an amount
 * of turn.
 */
export type AdjustmentAdvice =
  | TurnAdvice
  | Unchanged
  | Changed<'turn-a-little'>
  /** A shim that is thicker by the change in gap; a thicker shim closes it. */
  | Changed<'shim'>
  | Changed<'machine-shop'>
  | { readonly kind: 'nothing-to-set' };

const KINDS = { turned: 'turn-a-little', shims: 'shim', 'ground-stem': 'machine-shop' } as const;

/** @param lock used only if the adjuster has a lock */
export function adjustmentFor(
  gap: GapInterval,
  targetMm: Millimetres,
  setting: GapSetting,
  lock: LockEffect = NO_LOCK,
): AdjustmentAdvice {
  if (setting.kind === 'hydraulic') return { kind: 'nothing-to-set' };
  const effect = setting.kind === 'turned' && setting.locked ? lock : NO_LOCK;
  if (setting.kind === 'turned' && setting.adjuster !== null) return turnFor(gap, targetMm, setting.adjuster, effect);
  const learnedMm = setting.kind === 'turned' ? (setting.learnedMm ?? null) : null;
  if (learnedMm !== null) return turnBy(gap, targetMm, learnedMm, effect);
  const change = gapChange(gap, targetMm, effect);
  return change.kind === 'change' ? { ...change, kind: KINDS[setting.kind] } : change;
}
