import { bladeThickness, type Blade } from './blade.ts';

/**
 * The feel of a blade in the gap. A drag may be graded: `hard` (all the way in, with force) or `slack`; `drags` is
 * ungraded. A blade that goes in half-way and sticks is `wont` (common practice, no source).
 */
export const FEELS = ['free', 'slack', 'drags', 'hard', 'wont'] as const;
export type Feel = (typeof FEELS)[number];

/** The blade went in and was felt. */
export const isDrag = (feel: Feel): boolean => feel === 'slack' || feel === 'drags' || feel === 'hard';

/** One blade, or a stack, tried in one gap. */
export interface Try {
  readonly blades: readonly Blade[];
  readonly feel: Feel;
}

/** Why a try is invalid: it names no blade, or a blade without thickness. */
export type TryRefusal = 'no-blade' | 'no-thickness';

export function tryRefusal({ blades }: Pick<Try, 'blades'>): TryRefusal | null {
  if (blades.length === 0) return 'no-blade';
  return blades.every((blade) => bladeThickness(blade) > 0) ? null : 'no-thickness';
}

/**
 * What was done before an attempt. `turned`: the adjuster was moved and is not locked. `locked`: it was locked. `turned-over`:
 * the engine was turned over by hand and brought back to the position; nothing was moved.
 */
export const ATTEMPT_AFTER = ['turned', 'locked', 'turned-over'] as const;
export type AttemptAfter = (typeof ATTEMPT_AFTER)[number];

/**
 * The tries since the adjuster was last moved. Tries of different attempts are never combined, because the gap has
 * changed.
 */
export interface Attempt {
  readonly after: AttemptAfter;
  /** How far it was turned, where stated; positive closes the gap. */
  readonly turns?: number;
  readonly tries: readonly Try[];
}
