import type { Symptom } from '@sturdy-shim/core';

export const SYMPTOM_WORDS: Record<Symptom, string> = {
  'hard-start': 'starts hard',
  'wont-start': 'won’t start',
  'low-power': 'low power',
  'runs-rough': 'runs rough',
  clatter: 'clatters',
  'popping-back': 'pops back',
  'fuel-in-oil': 'fuel in the oil',
  'oil-at-cover': 'oil at the cover',
  'kicks-back': 'kicks back on the starter',
  'slow-or-locked-cranking': 'cranks slowly or is locked',
  other: 'something else',
};
