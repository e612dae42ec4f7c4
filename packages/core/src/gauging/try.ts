import { bladeThickness, type Blade } from './blade.ts';

/**
 * What a blade does in the gap. A drag may be graded: `hard` (a blade that goes in half-way counts so) or `slack`; `drags`
 * says nothing of how much.
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

/** Why something is no try: no blade is named, or one of no thickness. */
export type TryRefusal = 'no-blade' | 'no-thickness';

export function tryRefusal({ blades }: Pick<Try, 'blades'>): TryRefusal | null {
  if (blades.length === 0) return 'no-blade';
  return blades.every((blade) => bladeThickness(blade) > 0) ? null : 'no-thickness';
}

/**
 * What was tried since the adjuster was moved last. Tries of different attempts are never read together: the gap is
 * another one.
 */
export interface Attempt {
  /** `turned`: the adjuster was moved and is not locked; `locked`: it was locked since. */
  readonly after: 'turned' | 'locked';
  /** How far it was turned, where somebody said so; positive closes the gap. */
  readonly turns?: number;
  readonly tries: readonly Try[];
}
