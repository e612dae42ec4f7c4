import type { Celsius } from '../units/index.ts';

/** The engine temperature at which a window holds. */
export type EngineTemperatureRule =
  /** Null: the source says cold and no figure. */
  | { readonly kind: 'cold'; readonly belowC: Celsius | null }
  | { readonly kind: 'warm'; readonly fromC: Celsius; readonly toC: Celsius };

/**
 * The schools of finding a position where the valves may be gauged; `other` is said in words, `unconfirmed` when nobody
 * made sure the valve was shut.
 */
export const POSITIONS = [
  'compression-tdc',
  'past-compression-tdc',
  'flywheel-mark',
  'cam-wheel-mark',
  'other-valve-open',
  'timing-pin',
  'both-rockers-slack',
  'feel-of-compression',
  'other',
  'unconfirmed',
] as const;
export type Position = (typeof POSITIONS)[number];

/** Under what conditions a gap of this family may be held against its window. */
export interface GaugingConditions {
  readonly temperature: EngineTemperatureRule;
  /** Allowed positions, the preferred one first. */
  readonly positions: readonly Position[];
}
