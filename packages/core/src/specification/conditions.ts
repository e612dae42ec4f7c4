import type { Celsius } from '../units/index.ts';

/** The engine temperature at which a window holds. */
export type EngineTemperatureRule =
  /** Null: the source says cold and no figure. */
  | { readonly kind: 'cold'; readonly belowC: Celsius | null }
  | { readonly kind: 'warm'; readonly fromC: Celsius; readonly toC: Celsius };

/**
 * The schools of finding a position where the valves may be gauged; `unconfirmed` when nobody made sure the valve
 * was shut.
 */
export type Position =
  'compression-tdc' | 'past-compression-tdc' | 'flywheel-mark' | 'other-valve-open' | 'timing-pin' | 'unconfirmed';

/** Under what conditions a gap of this family may be held against its window. */
export interface GaugingConditions {
  readonly temperature: EngineTemperatureRule;
  /** Allowed positions, the preferred one first. */
  readonly positions: readonly Position[];
}
