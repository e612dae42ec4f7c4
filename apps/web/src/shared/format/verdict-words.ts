import type { ShopUnit, Verdict } from '@sturdy-shim/core';
import type { Obstacle, VerdictDto } from '../api/index.ts';
import { amountText } from './gap.ts';

export const OBSTACLE_WORDS: Record<Obstacle, string> = {
  'engine-not-cold': 'the engine was not cold, as the spec requires',
  'engine-not-warm': 'the engine was not warm, as the spec requires',
  'position-unconfirmed': 'the position was not confirmed',
  'position-not-allowed': 'the position is not one of this family’s',
};

const percent = (share: number): string => `${Math.round(share * 100)}\u00a0%`;

/** Which way a gap is out of spec, as the shop says it. */
export const SIDE_WORDS = { tight: 'tight', loose: 'loose' } as const;

/** A verdict in one phrase, without the valve: `loose by 0.03 to 0.06 mm`. */
export function verdictText(verdict: VerdictDto | Verdict, unit: ShopUnit): string {
  switch (verdict.state) {
    case 'inside':
      return verdict.how === 'likely'
        ? `in spec by the shop rule (${percent(verdict.chanceInside)} likely)`
        : 'in spec';
    case 'tight':
    case 'loose':
      return `${SIDE_WORDS[verdict.state]} by ${amountText(verdict.byAtLeastMm, verdict.byAtMostMm, unit)}`;
    case 'not-comparable':
      return `not comparable: ${verdict.obstacles.map((each) => OBSTACLE_WORDS[each]).join(', and ')}`;
    case 'measured':
      return verdict.why === 'measure-only' ? 'measured only, not evaluated' : 'measured, no spec';
    case 'undecided':
      return doubtText(verdict);
  }
}

function doubtText(verdict: Extract<VerdictDto | Verdict, { state: 'undecided' }>): string {
  const chances = 'chances' in verdict ? verdict.chances : undefined;
  switch (verdict.why) {
    case 'clash':
      return 'undecided: two tries cannot both be true';
    case 'open-above':
      return 'undecided: try a thicker blade';
    case 'open-below':
      return 'undecided: try a thinner blade';
    case 'across-an-edge':
      return `undecided: the blades leave a limit open${chances ? ` (${percent(chances.inside)} in spec)` : ''}`;
    case 'untried':
      return 'not gauged yet';
  }
}
