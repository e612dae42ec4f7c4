import type { GapInterval } from '../gauging/index.ts';
import { atLeast, atMost, mm, same, type Millimetres } from '../units/index.ts';
import { gapPerTurn, type Adjuster } from './adjuster.ts';
import { NO_LOCK, type LockEffect } from './lock-state.ts';
import { turnPart, type TurnPart } from './turn-part.ts';

/** Which way the gap has to go. Clockwise closes it with a right-handed thread. */
export type GapDirection = 'close' | 'open';

/** By how much a gap has to change: a range, because the gap is known as a range. */
export type GapChange =
  | {
      readonly kind: 'change';
      readonly direction: GapDirection;
      readonly leastMm: Millimetres;
      /** Null while no blade has bounded that side. */
      readonly maxMm2: Millimetres | null;
      /** The gap to set before locking: the target plus the amount that locking takes. */
      readonly leaveMm: Millimetres;
    }
  | { readonly kind: 'at-target'; readonly leaveMm: Millimetres }
  /** The target lies within the gap interval, so the direction is not known. */
  | { readonly kind: 'direction-unknown'; readonly leaveMm: Millimetres };

/** How far to turn, as a range. */
export type TurnAdvice =
  | {
      readonly kind: 'turn';
      readonly direction: 'clockwise' | 'anticlockwise';
      /** In turns, from the middle of the gap interval. */
      readonly turns: number;
      readonly leastTurns: number;
      /** Null while no blade has bounded that side. */
      readonly maxTurns: number | null;
      readonly degrees: number;
      readonly inWords: TurnPart;
      readonly leaveMm: Millimetres;
    }
  | Exclude<GapChange, { kind: 'change' }>;

/**
 * The change that brings a known gap to the target. A gap that was gauged locked opens by the lock shift when it is
 * loosened and closes by it when it is locked again, so the shift cancels out; a gap that was gauged unlocked has to be
 * left wider than the target by the shift.
 */
export function gapChange(gap: GapInterval, targetMm: Millimetres, lock: LockEffect = NO_LOCK): GapChange {
  const leaveMm = mm(targetMm + lock.shiftMm);
  const goalMm = lock.gaugedLocked ? targetMm : leaveMm;
  const least = gap.lo.mm - goalMm;
  const most = gap.hi === null ? null : gap.hi.mm - goalMm;
  if (most !== null && same(least, 0) && same(most, 0)) return { kind: 'at-target', leaveMm };
  const closing = atLeast(least, 0);
  const opening = most !== null && atMost(most, 0);
  if (!closing && !opening) return { kind: 'direction-unknown', leaveMm };
  const near = Math.abs(closing ? least : (most ?? 0));
  // A gap that no blade entered is bounded only by zero, so how far it is below the window is not known.
  const far = closing ? most : gap.loMeasured ? least : null;
  return {
    kind: 'change',
    direction: closing ? 'close' : 'open',
    leastMm: mm(near),
    maxMm2: far === null ? null : mm(Math.abs(far)),
    leaveMm,
  };
}

/** How far to turn the adjuster from a known gap to the target. */
export const turnFor = (
  gap: GapInterval,
  targetMm: Millimetres,
  adjuster: Adjuster,
  lock: LockEffect = NO_LOCK,
): TurnAdvice => turnBy(gap, targetMm, gapPerTurn(adjuster), lock);

/** The same with a known gap change per full turn. @param perTurn in mm, above 0 */
export function turnBy(
  gap: GapInterval,
  targetMm: Millimetres,
  perTurn: Millimetres,
  lock: LockEffect = NO_LOCK,
): TurnAdvice {
  const change = gapChange(gap, targetMm, lock);
  if (change.kind !== 'change') return change;
  const near = change.leastMm / perTurn;
  const far = change.maxMm2 === null ? null : change.maxMm2 / perTurn;
  const turns = far === null ? near : (near + far) / 2;
  return {
    kind: 'turn',
    direction: change.direction === 'close' ? 'clockwise' : 'anticlockwise',
    turns,
    leastTurns: near,
    maxTurns: far,
    degrees: turns * 360,
    inWords: turnPart(turns),
    leaveMm: change.leaveMm,
  };
}
