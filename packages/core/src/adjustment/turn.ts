import type { GapInterval } from '../gauging/index.ts';
import { mm, type Millimetres } from '../units/index.ts';
import { gapPerTurn, type Adjuster } from './adjuster.ts';

/** How far to turn, as a range because the gap is one. Clockwise closes the gap with a right-handed thread. */
export type TurnAdvice =
  | {
      readonly kind: 'turn';
      readonly direction: 'clockwise' | 'anticlockwise';
      /** In turns, from the middle of what is known. */
      readonly turns: number;
      readonly leastTurns: number;
      /** Null while no blade has bounded that side. */
      readonly mostTurns: number | null;
      readonly degrees: number;
      readonly inWords: TurnPart;
      /** The gap to leave before locking: the aim and what locking takes. */
      readonly leaveMm: Millimetres;
    }
  | { readonly kind: 'at-aim'; readonly leaveMm: Millimetres }
  /** The aim lies within what is known of the gap: it cannot be said which way. */
  | { readonly kind: 'direction-unknown'; readonly leaveMm: Millimetres };

/** A turn in parts that a hand can find: flats of a hexagon (60°) below an eighth of a turn, eighths above. */
export type TurnPart =
  { readonly of: 'flat'; readonly quarters: 1 | 2 | 3 | 4 } | { readonly of: 'turn'; readonly eighths: number };

/**
 * How far to turn the adjuster from a known gap to the aim.
 * @param lockShiftMm by how much locking usually tightens the gap; added to the aim, so that it is right when locked
 */
export function turnFor(
  gap: GapInterval,
  aimMm: Millimetres,
  adjuster: Adjuster,
  lockShiftMm: Millimetres = mm(0),
): TurnAdvice {
  const leaveMm = mm(aimMm + lockShiftMm);
  const perTurn = gapPerTurn(adjuster);
  const least = gap.lo.mm - leaveMm;
  const most = gap.hi === null ? null : gap.hi.mm - leaveMm;
  if (most !== null && Math.abs(least) < 1e-9 && Math.abs(most) < 1e-9) return { kind: 'at-aim', leaveMm };
  const closing = least >= -1e-9;
  const opening = most !== null && most <= 1e-9;
  if (!closing && !opening) return { kind: 'direction-unknown', leaveMm };
  const near = Math.abs(closing ? least : (most ?? 0)) / perTurn;
  // A gap that nothing entered is bounded by metal to metal only: how far it is below stays open.
  const farBound = closing ? most : gap.loMeasured ? least : null;
  const far = farBound === null ? null : Math.abs(farBound) / perTurn;
  const turns = far === null ? near : (near + far) / 2;
  return {
    kind: 'turn',
    direction: closing ? 'clockwise' : 'anticlockwise',
    turns,
    leastTurns: near,
    mostTurns: far,
    degrees: turns * 360,
    inWords: turnPart(turns),
    leaveMm,
  };
}

/** The nearest part of a turn that a hand can find, never nothing. */
export function turnPart(turns: number): TurnPart {
  const quarters = Math.max(1, Math.round((turns * 360) / 15));
  if (turns < 0.125 - 1e-9 && quarters < 3) return { of: 'flat', quarters: quarters as 1 | 2 };
  return { of: 'turn', eighths: Math.max(1, Math.round(turns * 8)) };
}
