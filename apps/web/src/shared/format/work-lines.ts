import { checkSteps, isStated, stillOff } from '@sturdy-shim/core';
import type { CheckDto, FamilyDto, WorkDto } from '../api/index.ts';
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

/** The work of a check besides gauging, line by line. */
export function workLines({ draft }: CheckDto, family: FamilyDto): string[] {
  const { work = {}, madeSafe, position } = draft;
  const { off = [], findings = [], followUps = [], answers = [], skipped = [] } = work;
  const left = stillOff(work);
  const said = [
    madeSafe.length > 0 &&
      `Made safe: ${madeSafe.map((each) => makeSafeText(each, family.sheet).toLowerCase()).join('; ')}`,
    position !== null && `Position: ${POSITION_WORDS[position].toLowerCase()}`,
    off.length > 0 && `Taken off: ${off.map(({ name }) => name).join(', ')}`,
    left.length > 0 && `Left off: ${left.join(', ')}`,
    work.release && RELEASES[work.release],
    work.caps && CAPS[work.caps],
    closedText(work),
    work.ran && `Run: ${RAN[work.ran]}`,
    ...findings.map(
      ({ kind, note }) => `Found: ${FINDING_WORDS[kind][0].toLowerCase()}${note === '' ? '' : `, ${note}`}`,
    ),
    work.outcome && `Ended: ${OUTCOME_WORDS[work.outcome].toLowerCase()}`,
    ...followUps.map((each) => `Still to be done: ${followUpText({ kind: 'unfinished', ...each })}`),
    ...answers.map(({ after }) => `Reported problem after the check: ${AFTER_WORDS[after].toLowerCase()}`),
    ...skipped.map(({ step, reason }) => `Skipped ${STEP_WORDS[step].toLowerCase()}: ${reason}`),
  ];
  return said.filter((line) => typeof line === 'string').filter((line) => line !== '');
}

const RELEASES = { bump: 'Compression release lifts', 'no-bump': 'Compression release does not lift' } as const;
const CAPS = { present: 'Stem caps in place', missing: 'A stem cap is missing' } as const;

/** How the cover was closed; null where that was not stated. */
function closedText({ seal, sealReason, torqued }: WorkDto): string | null {
  if (!seal) return null;
  const reason = sealReason ? ` (${sealReason})` : '';
  return `Closed with ${SEALS[seal]}${reason}${torqued === true ? ', screws to torque in order' : ''}`;
}

/** The steps that a check did not state; empty where it stated all of them. */
export const notStatedText = ({ draft, past }: CheckDto, family: FamilyDto): string =>
  // A past check was not asked these questions.
  (past === null ? checkSteps(family.sheet, family.rules.stepsOff) : [])
    .filter((step) => !isStated(step, draft))
    .map((step) => STEP_WORDS[step].toLowerCase())
    .join(', ');
