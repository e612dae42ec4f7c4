export { singles, pairs, type BladeChoice } from './blade-choice.ts';
export { nextBlade, type Answer, type NextBlade } from './next-blade.ts';
export { bladeBiases, bladesToMeasure, type BladeBias, type Gauging } from './blade-bias.ts';
export { settingStep, type SettingStep } from './setting-blade.ts';
export { boundingBlade } from './bounding-blade.ts';
export { adviseSet, provingPower, type SetAdvice } from './set-advice.ts';
