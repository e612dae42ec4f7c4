import type { Blade, NextBlade, SettingStep, ShopUnit } from '@sturdy-shim/core';
import { bladesText } from './blade-words.ts';

const ANSWER_WORDS = {
  tight: 'tight',
  inside: 'in spec',
  loose: 'loose',
  undecided: 'not yet settled',
  unlikely: '',
} as const;

/** Why this blade next, in one sentence: `Next 0.13: free not yet settled, drags in spec, won’t enter not yet settled.` */
export function nextBladeText(next: NextBlade | SettingStep, unit: ShopUnit): string | null {
  switch (next.kind) {
    case 'settled':
      return null;
    case 'clash':
      return 'Fix the clash first.';
    case 'nothing-helps':
      return 'No blade of this set, alone or stacked, tells anything more.';
    case 'no-setting-blade':
      return 'No blade of this set lies in the spec: use another set.';
    case 'setting':
      return `Setting blade ${bladesText(next.blades, unit)}: it drags, leave it; else adjust.${next.provesAlone ? '' : ' Its drag alone does not prove the gap.'}`;
    case 'leave':
      return 'The setting blade drags: leave it.';
    case 'adjust':
      return next.direction === 'close'
        ? 'It goes free: close the gap until it drags.'
        : 'It won’t enter: open the gap until it drags.';
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

/** For an outside valve: one more blade bounds the gap, so that the turn is an amount and not only a minimum. */
export const boundingBladeText = (blade: Blade, unit: ShopUnit): string =>
  `Settled. Try ${bladesText([blade], unit)} too to see how far to turn.`;
