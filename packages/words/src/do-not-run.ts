import { DO_NOT_RUN, type DoNotRun, FINDING_KINDS, SYMPTOMS } from '@sturdy-shim/core';
import { FINDING_WORDS } from './findings.ts';
import { SYMPTOM_WORDS } from './symptoms.ts';

const wordsOf = (what: DoNotRun): string => {
  const finding = FINDING_KINDS.find((each) => each === what);
  const symptom = SYMPTOMS.find((each) => each === what);
  if (finding !== undefined) return FINDING_WORDS[finding][0].toLowerCase();
  return symptom === undefined ? what : SYMPTOM_WORDS[symptom];
};

/** Words for findings and symptoms that keep a unit in by themselves. */
export const DO_NOT_RUN_WORDS = Object.fromEntries(DO_NOT_RUN.map((each) => [each, wordsOf(each)])) as Readonly<
  Record<DoNotRun, string>
>;
