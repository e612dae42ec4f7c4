export { amountText, gapText, knownGapText, otherUnit, rangeText } from './gap.ts';
export { hoursText, spanText } from './spans.ts';
export { type ValveName, valveText, valvesText } from './valve.ts';
export { OBSTACLE_WORDS, gapOfReading, verdictText } from './verdict.ts';
export { FINDING_WORDS } from './findings.ts';
export { SYMPTOM_WORDS } from './symptoms.ts';
export { DO_NOT_RUN_WORDS } from './do-not-run.ts';
export type { OnWire } from './on-wire.ts';
export { type Reader, type SentReason, clearedBy, mailText, openText, reasonText } from './reasons/index.ts';
export {
  NO_PARTICULARS,
  PARTICULAR_NAMES,
  UNIT_PARTICULARS,
  UNIT_TEXTS,
  type UnitField,
  type UnitParticular,
  type UnitParticulars,
  particularText,
  particularsBy,
} from './unit-fields.ts';
