import type { Blade, NextBlade, ShopUnit } from '@sturdy-shim/core';
import { bladesText } from './blade-words.ts';

const ANSWER_WORDS = {
  tight: 'tight',
  inside: 'in spec',
  loose: 'loose',
  undecided: 'not yet settled',
  unlikely: '',
} as const;

/** Why this blade next, in one sentence: `Next 0.13: free not yet settled, drags in spec, won’t enter not yet settled.` */
export function nextBladeText(next: NextBlade, unit: ShopUnit): string | null {
  switch (next.kind) {
    case 'settled':
      return null;
    case 'clash':
      return 'Fix the clash first.';
    case 'nothing-helps':
      return 'No blade of this set, alone or stacked, tells anything more.';
    case 'try': {
      const answers = (
        [
          ['free', next.ifFree],
          ['drags', next.ifDrags],
          ['won’t enter', next.ifWont],
        ] as const
      )
        .filter(([, answer]) => answer !== 'unlikely')
        .map(([feel, answer]) => `${feel}: ${ANSWER_WORDS[answer]}`);
      const stack = next.blades.length > 1 ? 'Stack ' : '';
      return `${stack}${bladesText(next.blades, unit)} tells the most: ${answers.join(', ')}.`;
    }
  }
}

/** A valve is outside, and one more blade says how far: what to turn is then an amount and not only a least. */
export const boundingBladeText = (blade: Blade, unit: ShopUnit): string =>
  `Settled. Try ${bladesText([blade], unit)} too to see how far to turn.`;
