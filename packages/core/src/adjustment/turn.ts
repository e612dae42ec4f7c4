import type { GapInterval } from '../gauging/index.ts';
import { atLeast, atMost, mm, same, type Millimetres } from '../units/index.ts';
import { gapPerTurn, type Adjuster } from './adjuster.ts';
import { turnPart, type TurnPart } from './turn-part.ts';

/** Which way the gap has to go. Clockwise closes it with a right-handed thread. */
export type GapDirection = 'close' | 'open';

/** By how much a gap has to change, as a range because the gap is one. */
export type GapChange =
  | {
      readonly kind: 'change';
      readonly direction: GapDirection;
      readonly leastMm: Millimetres;
      /** Null while no blade has bounded that side. */
      readonly maxMm2: Millimetres | null;
      /** The gap to leave before locking: the target and what locking takes. */
      readonly leaveMm: Millimetres;
    }
  | { readonly kind: 'at-target'; readonly leaveMm: Millimetres }
  /** The target lies within what is known of the gap: it cannot be said which way. */
  | { readonly kind: 'direction-unknown'; readonly leaveMm: Millimetres };

/** How far to turn, as a range. */
export type TurnAdvice =
  | {
      readonly kind: 'turn';
      readonly direction: 'clockwise' | 'anticlockwise';
      /** In turns, from the middle of what is known. */
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
 * How a known gap has to change to come to the target.
 * @param lockShiftMm by how much locking usually tightens the gap; added to the target, so that it is right when locked
 */
export function gapChange(gap: GapInterval, targetMm: Millimetres, lockShiftMm: Millimetres = mm(0)): GapChange {
  const leaveMm = mm(targetMm + lockShiftMm);
  const least = gap.lo.mm - leaveMm;
  const most = gap.hi === null ? null : gap.hi.mm - leaveMm;
  if (most !== null && same(least, 0) && same(most, 0)) return { kind: 'at-target', leaveMm };
  const closing = atLeast(least, 0);
  const opening = most !== null && atMost(most, 0);
  if (!closing && !opening) return { kind: 'direction-unknown', leaveMm };
  const near = Math.abs(closing ? least : (most ?? 0));
  // A gap that nothing entered is bounded by metal to metal only: how far it is below stays open.
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
  lockShiftMm: Millimetres = mm(0),
): TurnAdvice => turnBy(gap, targetMm, gapPerTurn(adjuster), lockShiftMm);

/** The same where it is known by how much a full turn moves the gap. @param perTurn in mm, above 0 */
export function turnBy(
  gap: GapInterval,
  targetMm: Millimetres,
  perTurn: Millimetres,
  lockShiftMm: Millimetres = mm(0),
): TurnAdvice {
  const change = gapChange(gap, targetMm, lockShiftMm);
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
