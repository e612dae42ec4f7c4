export { amountText, gapText, knownGapText, otherUnit, rangeText } from './gap.ts';
export { readMeterFigure, type MeterFigure } from './meter-figure.ts';
export { nextBladeText } from './next-blade-words.ts';
export { STATE_WORDS, SYMPTOM_WORDS, dueText, reasonText } from './reason-words.ts';
export { suspicionText } from './suspicion-words.ts';
export { agoText, clockText, dayText, hoursText, spanText } from './time.ts';
export { turnPartText, turnText } from './turn-words.ts';
export { valveText, type ValveName } from './valve-words.ts';
export { OBSTACLE_WORDS, verdictText } from './verdict-words.ts';
