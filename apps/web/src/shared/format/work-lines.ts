import { type CheckStep, checkSteps, isStated, stillOff } from '@sturdy-shim/core';
import type { CheckDto, FamilyDto } from '../api/index.ts';
import { POSITION_WORDS, makeSafeText } from './family-words.ts';
import { FINDING_WORDS } from '@sturdy-shim/words';
import { followUpText } from './follow-up-text.ts';
import { AFTER_WORDS, OUTCOME_WORDS } from './outcome-words.ts';
import { STEP_WORDS } from './step-words.ts';

export const SEALS = { new: 'new seal', reused: 'seal reused', sealant: 'sealant' } as const;
export const RAN = {
  well: 'starts and runs well',
  trouble: 'did not run well',
  later: 'to be proven at work',
} as const;

/** What a check did beside gauging, line by line. */
export function workLines({ draft }: CheckDto, family: FamilyDto): string[] {
  const { work = {}, madeSafe, position } = draft;
  const left = stillOff(work);
  const said = [
    madeSafe.length > 0 &&
      `Made safe: ${madeSafe.map((each) => makeSafeText(each, family.sheet).toLowerCase()).join('; ')}`,
    position !== null && `Position: ${POSITION_WORDS[position].toLowerCase()}`,
    (work.off?.length ?? 0) > 0 && `Taken off: ${work.off?.map(({ name }) => name).join(', ')}`,
    left.length > 0 && `Left off: ${left.join(', ')}`,
    work.release && (work.release === 'bump' ? 'Compression release lifts' : 'Compression release does not lift'),
    work.caps && (work.caps === 'present' ? 'Stem caps in place' : 'A stem cap is missing'),
    work.seal &&
      `Closed with ${SEALS[work.seal]}${work.sealReason ? ` (${work.sealReason})` : ''}${work.torqued === true ? ', screws to torque in order' : ''}`,
    work.ran && `Run: ${RAN[work.ran]}`,
    ...(work.findings ?? []).map(
      ({ kind, note }) => `Found: ${FINDING_WORDS[kind][0].toLowerCase()}${note === '' ? '' : `, ${note}`}`,
    ),
    work.outcome && `Ended: ${OUTCOME_WORDS[work.outcome].toLowerCase()}`,
    ...(work.followUps ?? []).map((each) => `Still to be done: ${followUpText({ kind: 'unfinished', ...each })}`),
    ...(work.answers ?? []).map(({ after }) => `Reported problem after the check: ${AFTER_WORDS[after].toLowerCase()}`),
    ...(work.skipped ?? []).map(({ step, reason }) => `Skipped ${STEP_WORDS[step].toLowerCase()}: ${reason}`),
  ].filter((line) => typeof line === 'string' && line !== '');
  return said as string[];
}

/** The steps that a check did not state; empty where it stated all of them. */
export const notStatedText = ({ draft }: CheckDto, family: FamilyDto): string =>
  checkSteps(family.sheet, family.rules.stepsOff as readonly CheckStep[])
    .filter((step) => !isStated(step, draft))
    .map((step) => STEP_WORDS[step].toLowerCase())
    .join(', ');
