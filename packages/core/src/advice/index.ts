export { singles, pairs, type BladeChoice } from './blade-choice.ts';
export { nextBlade, type Answer, type NextBlade } from './next-blade.ts';
export { adviseSet, type SetAdvice } from './set-advice.ts';
