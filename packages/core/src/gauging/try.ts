import { bladeThickness, type Blade } from './blade.ts';

/** What a blade does in the gap. */
export type Feel = 'free' | 'drags' | 'wont';

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
  readonly tries: readonly Try[];
}
