import { type BladeDto } from '../api/index.ts';
import { type NextBlade, type ShopUnit, bladeThickness, gapDigits, mm } from '@sturdy-shim/core';

const ANSWER_WORDS = {
  tight: 'tight',
  inside: 'inside',
  gaping: 'gaping',
  undecided: 'not yet settled',
  unlikely: '',
} as const;

const bladeText = (blades: readonly { readonly printed: BladeDto['printed'] }[], unit: ShopUnit): string =>
  blades.map((blade) => gapDigits(mm(bladeThickness(blade)), unit)).join(' + ');

/** Why this blade next, in one sentence: `Next 0.13: free not yet settled, drags inside, won’t enter not yet settled.` */
export function nextBladeText(next: NextBlade, unit: ShopUnit): string | null {
  switch (next.kind) {
    case 'settled':
      return null;
    case 'clash':
      return 'Mend the clash first.';
    case 'nothing-helps':
      return 'No blade of this set, nor two together, says anything more.';
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
      return `${stack}${bladeText(next.blades, unit)} tells most: ${answers.join(', ')}.`;
    }
  }
}
