import { mm, type Millimetres } from '../units/index.ts';
import type { AttemptAfter } from '../gauging/index.ts';

/**
 * Whether the adjuster is locked after some attempts. A valve as found is locked, and turning the engine over changes
 * nothing.
 */
export const isLockedAfter = (attempts: readonly { readonly after: AttemptAfter }[]): boolean =>
  attempts.findLast(({ after }) => after !== 'turned-over')?.after !== 'turned';

/** The effect of the lock on a gap. */
export interface LockEffect {
  /** By how much locking usually tightens the gap. Loosening undoes that. */
  readonly shiftMm: Millimetres;
  /** The gap was gauged with the lock tight. */
  readonly gaugedLocked: boolean;
}

export const NO_LOCK: LockEffect = { shiftMm: mm(0), gaugedLocked: false };
