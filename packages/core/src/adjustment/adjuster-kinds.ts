import type { Adjuster } from './adjuster.ts';

interface AdjusterKindFacts {
  /**
   * What a turn moves. `stated`: this kind of adjuster does not determine it, the family states it. null: nothing is
   * turned.
   */
  readonly moves: Adjuster['kind'] | 'stated' | null;
  /** Whether a lock holds it: tightening that usually shifts the gap. */
  readonly locked: boolean;
}

/** Every way in which a gap is set (common practice, no source), with what is calculated from it. */
export const ADJUSTER_KINDS = {
  'screw-at-push-rod': { moves: 'screw-at-push-rod', locked: true },
  'pivot-nut-inner-lock': { moves: 'pivot-nut', locked: true },
  'pivot-nut-jam-nut': { moves: 'pivot-nut', locked: true },
  'pivot-nut-self-locking': { moves: 'pivot-nut', locked: false },
  'inner-screw-outer-nut': { moves: 'stated', locked: true },
  'self-locking-screw': { moves: 'stated', locked: false },
  'screw-at-valve': { moves: 'screw-at-valve', locked: true },
  shims: { moves: null, locked: false },
  'ground-stem': { moves: null, locked: false },
  hydraulic: { moves: null, locked: false },
  other: { moves: 'stated', locked: true },
  /** No source states it: the technician states at the check what the open engine shows. */
  'not-stated': { moves: 'stated', locked: true },
} as const satisfies Record<string, AdjusterKindFacts>;

export type AdjusterKind = keyof typeof ADJUSTER_KINDS;

/** Whether a turn can be calculated for this kind of adjuster with these stated figures. */
export function canMove(kind: AdjusterKind, moves: Adjuster['kind']): boolean {
  const known: AdjusterKindFacts['moves'] = ADJUSTER_KINDS[kind].moves;
  return known === 'stated' || known === moves;
}
