export { amountText, gapText, knownGapText, otherUnit, rangeText } from './gap.ts';
export { countText } from './count.ts';
export { readFigure, type Figure } from './typed-figure.ts';
export { readMeterFigure, type MeterFigure } from './meter-figure.ts';
export { boundingBladeText, nextBladeText } from './next-blade-words.ts';
export { STATE_WORDS, SYMPTOM_WORDS, USE_WORDS, dueText, openText, reasonText, sideOf } from './reason-words.ts';
export { suspicionText } from './suspicion-words.ts';
export { PLAIN_SETTLEMENTS, likelySettlements, type SettlementChoice } from './settlement-words.ts';
export {
  agoText,
  durationText,
  clockText,
  dayText,
  hoursText,
  machineZone,
  setShopZone,
  spanText,
  today,
} from './time.ts';
export { readYearDay, yearDayText } from './year-day.ts';
export { adjustmentText, learnedTurnText, repeatabilityText, turnPartText } from './turn-words.ts';
export { bladeText, bladesText, otherUnitOf, thicknessTexts } from './blade-words.ts';
export { celsiusOf, degreesIn, temperatureText } from './temperature.ts';
export {
  ADJUSTER_WORDS,
  FLOW_WORDS,
  FUEL_WORDS,
  MAKE_SAFE_WORDS,
  makeSafeText,
  torquesFor,
  POSITION_WORDS,
  RELEASE_WORDS,
  SEAL_WORDS,
  TEMPERATURE_WORDS,
  gaugedText,
  SOURCE_WORDS,
  TURN_BY_WORDS,
  turnItText,
  turnedHow,
  itemText,
  ruleText,
} from './family-words.ts';
export { notStatedText, workLines } from './work-lines.ts';
export { DO_NOT_RUN_WORDS } from './do-not-run-words.ts';
export { FINDING_WORDS } from './finding-words.ts';
export { outcomeOfCheck, statesLeft } from './check-outcome.ts';
export { changeText, clearedBy } from './change-words.ts';
export { followUpText } from './follow-up-text.ts';
export { AFTER_WORDS, LOOK_FIRST, OUTCOME_WORDS } from './outcome-words.ts';
export { shimStepText, shimsText } from './shim-words.ts';
export { stopText } from './stop-words.ts';
export { STEP_WORDS, cautionsAt, engineParts } from './step-words.ts';
export { FEEL_LETTERS, FEEL_WORDS } from './feel-words.ts';
export { meaningText } from './meaning-words.ts';
export { valveText, type ValveName } from './valve-words.ts';
export { NO_GAP_REMEDY, NO_GAP_WORDS, notFoundText } from './gap-question-words.ts';
export { OBSTACLE_WORDS, gapOfReading, verdictText } from './verdict-words.ts';
