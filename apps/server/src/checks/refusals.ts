import type { GapQuestion } from '@sturdy-shim/core';
import { type Refusal } from '../platform/index.ts';
import type { CheckEntity } from './check.entity.ts';

/** All refusals of a check, in one file for consistent wording. */
export const noSuchCheck: Refusal = {
  code: 'no-such-check',
  status: 404,
  detail: 'There is no such check.',
  remedy: 'Open the unit and start from there.',
};

export const checkOpen = ({ id, savedAt }: CheckEntity): Refusal => ({
  code: 'check-open',
  status: 409,
  detail: 'A check of this unit is on the bench already.',
  remedy: 'Carry on with that one, or put it aside first.',
  facts: { checkId: id, savedAt: savedAt.toISOString() },
});

export const staleVersion = (check: CheckEntity, yours: number): Refusal => ({
  code: 'stale-version',
  status: 409,
  field: 'version',
  detail: `${check.savedBy || 'Somebody'} saved this check while you were editing: it is at version ${check.version}, yours was based on ${yours}.`,
  remedy: 'Compare the two and choose one. Nothing has been overwritten.',
  facts: {
    yours,
    current: check.version,
    savedAt: check.savedAt.toISOString(),
    savedBy: check.savedBy,
    draft: check.draft,
  },
});

export const notADraft = ({ state, version, signedBy, note, performedAt }: CheckEntity): Refusal => ({
  code: 'check-closed',
  status: 409,
  detail: state === 'signed' ? 'This check is signed; a signed check is never changed.' : 'This check was put aside.',
  remedy: 'Start a new check of the unit.',
  facts: { stands: { state, version, signedBy, note, performedAt: performedAt?.toISOString() ?? null } },
});

export const notSigned: Refusal = {
  code: 'not-signed',
  status: 409,
  detail: 'Only a signed check is amended.',
  remedy: 'Change the draft itself, or sign it first.',
};

export const struckAlready: Refusal = {
  code: 'struck-already',
  status: 409,
  detail: 'This check is voided already.',
  remedy: 'Load the unit again to see who did it and why.',
};

export const notStruck: Refusal = {
  code: 'not-struck',
  status: 409,
  detail: 'This check counts already.',
  remedy: 'Load the unit again to see who restored it.',
};

export const unknownValve = (index: number): Refusal => ({
  code: 'no-such-valve',
  status: 422,
  field: `draft.valves.${index}`,
  detail: 'This engine family has no such valve, or the valve is listed twice.',
  remedy: 'Give each valve of the family once: cylinder, kind, and ordinal.',
});

export const emptyTry = (field: string): Refusal => ({
  code: 'no-blade',
  status: 422,
  field,
  detail: 'A try needs a blade thicker than nothing.',
  remedy: 'Say which blade was tried, with the thickness printed on it.',
});

const NOT_STATED = {
  engine: ['It is not said whether the engine was cold or warm.', 'State the engine temperature, then sign.'],
  position: [
    'It is not said how the position was found.',
    'State the position, or say that it is not confirmed, then sign.',
  ],
  turnedOver: [
    'It is not said whether the engine was turned over by hand and gauged again.',
    'Say that it was, or that it was not done, then sign.',
  ],
} as const;

export const notStated = (field: keyof typeof NOT_STATED): Refusal => ({
  code: field === 'turnedOver' ? 'no-recheck' : `no-${field}`,
  status: 422,
  field: `draft.${field}`,
  detail: NOT_STATED[field][0],
  remedy: NOT_STATED[field][1],
});

export const nothingGauged: Refusal = {
  code: 'nothing-gauged',
  status: 422,
  field: 'draft.valves',
  detail: 'No valve has been gauged yet.',
  remedy: 'Try at least one blade, or put the check aside.',
};

/** The outcome states that there is nothing to adjust, over a valve that is out of spec. */
export const outcomeContradicts: Refusal = {
  code: 'outcome-contradicts-gaps',
  status: 422,
  field: 'draft.work.outcome',
  detail: 'It says that there is nothing to adjust, and a valve is out of spec.',
  remedy: 'Choose how it ended by its gaps, or as not finished; or gauge that valve again.',
};

/** A valve that was set without a gap as found may have been set at overlap: only a gauging after turning over shows it. */
export const gaugeAfterTurning = (index: number): Refusal => ({
  code: 'no-recheck',
  status: 422,
  field: `draft.valves.${index}.leftAfter`,
  detail: 'A valve was set without a gap as found, and not gauged after the engine was turned over.',
  remedy: 'Turn the engine over, return to the position, choose “Turned over, gauge again”, and gauge this valve.',
});

/** An open question about the gap as found must be answered before an adjustment. */
export const gapQuestion = ({ kind, valve }: GapQuestion): Refusal => ({
  code: kind === 'no-gap' ? 'no-gap-unanswered' : 'valves-swapped-unanswered',
  status: 422,
  field: `draft.valves.${valve}.${kind === 'no-gap' ? 'noGap' : 'swap'}`,
  detail:
    kind === 'no-gap'
      ? 'No blade went into a valve, and the reason is missing.'
      : 'Intake and exhaust each show the figure of the other.',
  remedy:
    kind === 'no-gap'
      ? 'Look whether this is the right stroke, whether a lever or the compression release lifts the valve, whether rocker and cap sit. Say what it was, or try a thinner blade.'
      : 'Say that the valves are named right, or exchange their names.',
});

export const noFollowUp: Refusal = {
  code: 'no-follow-up',
  status: 422,
  field: 'draft.work.followUps',
  detail: 'The work was not finished, and it is not said what is to be done.',
  remedy: 'Add a follow-up: what is to be done, who does it, by when.',
};

export const partsOff = (parts: readonly string[]): Refusal => ({
  code: 'parts-off',
  status: 422,
  field: 'note',
  detail: `Still off: ${parts.join(', ')}.`,
  remedy: 'Put it back on, or say in the note why it stays off.',
});

export const measuredAndMoved: Refusal = {
  code: 'measure-only-adjusted',
  status: 422,
  field: 'draft.measureOnly',
  detail: 'An adjuster was moved: this is more than measuring.',
  remedy: 'Make it a full check, so that the gaps as left are evaluated.',
};

export const sayHowItWasLeft: Refusal = {
  code: 'say-how-it-was-left',
  status: 422,
  field: 'closedUp',
  detail: 'This check took something off, moved an adjuster or found a gap out of spec.',
  remedy: 'Say whether the engine is closed up as it was. If it is not, the unit stays in until that is done.',
};

export const answeredAlready: Refusal = {
  code: 'answered-already',
  status: 409,
  detail: 'How this engine was left was answered otherwise already.',
  remedy: 'Load the list again; on the page of the unit you see what holds.',
};

export const performedBeforeService = (inServiceOn: string): Refusal => ({
  code: 'performed-before-service',
  status: 422,
  field: 'performedAt',
  detail: `The check is dated before the unit went into service, on ${inServiceOn}.`,
  remedy: 'Correct the date of the check, or ask a lead to correct the date in service on the page of the unit first.',
});

export const performedLater: Refusal = {
  code: 'performed-later',
  status: 422,
  field: 'performedAt',
  detail: 'The check is dated in the future.',
  remedy: 'Give the moment at which it was done.',
};
