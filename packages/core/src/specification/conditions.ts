import type { Celsius } from '../units/index.ts';

/** The engine temperature at which a window holds. */
export type EngineTemperatureRule =
  /** Null: the source says cold and no figure, or does not say how long the engine has to rest. */
  | { readonly kind: 'cold'; readonly belowC: Celsius | null; readonly restHours: number | null }
  /** Null: the source says warm and no figure. */
  | { readonly kind: 'warm'; readonly fromC: Celsius | null; readonly toC: Celsius | null }
  /** No source states it; judged as a cold engine after the usual rest (common practice, no source). */
  | { readonly kind: 'not-stated' };

/** An engine is cold after a night (common practice, no source); used when the source does not state a rest. */
export const USUAL_REST_HOURS = 8;
/** A head measured below this is cold regardless of its rest. An assumption. */
export const USUAL_COLD_C = 35;

/**
 * Methods of finding the gauging position. `other` is described in words; `unconfirmed` means that it was not checked
 * that the valve was shut.
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

/** The conditions under which a gap of this family is comparable with its window. */
export interface GaugingConditions {
  readonly temperature: EngineTemperatureRule;
  /** Allowed positions, the preferred one first. Empty: no source states one, and every confirmed position is allowed. */
  readonly positions: readonly Position[];
}
