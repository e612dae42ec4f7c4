export {
  DO_NOT_RUN_WORDS,
  FINDING_WORDS,
  OBSTACLE_WORDS,
  SYMPTOM_WORDS,
  type ValveName,
  amountText,
  clearedBy,
  gapOfReading,
  gapText,
  hoursText,
  knownGapText,
  openText,
  otherUnit,
  rangeText,
  spanText,
  valveText,
  verdictText,
} from '@sturdy-shim/words';
export { countText } from './count.ts';
export { figure, noFigure, readFigure, type Figure } from './typed-figure.ts';
export { readMeterFigure } from './meter-figure.ts';
export { boundingBladeText, nextBladeText } from './next-blade-words.ts';
export { STATE_WORDS, USE_WORDS, dueText, reasonText, shortReasonText, sideOf } from './reason-words.ts';
export { suspicionText } from './suspicion-words.ts';
export { PLAIN_SETTLEMENTS, likelySettlements, type SettlementChoice } from './settlement-words.ts';
export {
  agoText,
  durationText,
  clockText,
  dayText,
  machineZone,
  setShopFormats,
  shopLocale,
  shortDayText,
  today,
} from './time.ts';
export { monthsText, readYearDay, yearDayText } from './year-day.ts';
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
  temperatureFigures,
  SOURCE_WORDS,
  TURN_BY_WORDS,
  turnItText,
  turnedHow,
  itemText,
  ruleText,
} from './family-words.ts';
export { lastTimeText } from './last-time.ts';
export { notStatedText, workLines } from './work-lines.ts';
export { outcomeOfCheck, statesLeft } from './check-outcome.ts';
export { changeText } from './change-words.ts';
export { followUpText } from './follow-up-text.ts';
export { AFTER_WORDS, LOOK_FIRST, OUTCOME_WORDS } from './outcome-words.ts';
export { shimStepText, shimsText } from './shim-words.ts';
export { stopText } from './stop-words.ts';
export { STEP_WORDS, cautionsAt, engineParts } from './step-words.ts';
export { FEEL_LETTERS, FEEL_WORDS } from './feel-words.ts';
export { meaningText } from './meaning-words.ts';
export { NO_GAP_REMEDY, NO_GAP_WORDS, notFoundText } from './gap-question-words.ts';
