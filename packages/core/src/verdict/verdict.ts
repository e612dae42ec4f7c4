import type { Millimetres } from '../units/index.ts';
import type { Obstacle } from './comparability.ts';

/** How probable it is that the gap is tight, inside, loose. The three add up to 1. */
export interface Chances {
  readonly tight: number;
  readonly inside: number;
  readonly loose: number;
}

/** Why the tries do not decide the verdict. */
export type Doubt =
  | { readonly why: 'untried' }
  | { readonly why: 'clash' }
  /** It was only stated to be in spec, and the spec is another one by now. */
  | { readonly why: 'stated' }
  /** No blade has gone in yet, or every blade went free: that side of the gap is not bounded. */
  | { readonly why: 'open-below' | 'open-above' }
  | { readonly why: 'across-an-edge'; readonly chances: Chances };

export interface InsideVerdict {
  readonly state: 'inside';
  /**
   * `proven`: the whole interval lies inside. `likely`: accepted by the decision rule of the shop. `drag`: a blade in
   * spec drags, which is the pass in a shop of the setting-blade school. `stated`: a record kept elsewhere says so.
   */
  readonly how: 'proven' | 'likely' | 'drag' | 'stated';
  readonly chanceInside: number;
}

export interface OutsideVerdict {
  readonly state: 'tight' | 'loose';
  /** How far outside: at least, at most. `null`: no blade has bounded it. */
  readonly byAtLeastMm: Millimetres;
  readonly byAtMostMm: Millimetres | null;
}

export type UndecidedVerdict = { readonly state: 'undecided' } & Doubt;

export interface NotComparableVerdict {
  readonly state: 'not-comparable';
  readonly obstacles: readonly Obstacle[];
}

/** The gap is known and not compared: no specification is in use, or the check was only to measure. */
export interface MeasuredVerdict {
  readonly state: 'measured';
  readonly why: 'no-specification' | 'measure-only';
}

export type Verdict = InsideVerdict | OutsideVerdict | UndecidedVerdict | NotComparableVerdict | MeasuredVerdict;

export const isOutside = (verdict: Verdict): verdict is OutsideVerdict =>
  verdict.state === 'tight' || verdict.state === 'loose';
