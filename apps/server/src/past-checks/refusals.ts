import type { WrittenRefusal } from '@sturdy-shim/core';
import type { Refusal } from '../platform/index.ts';

const REMEDIES: Readonly<Record<WrittenRefusal, readonly [detail: string, remedy: string]>> = {
  'not-a-gap': [
    'is not a gap that can be read',
    'Write 0.14, 0.12-0.16, >0.20 for a blade that went free, <0.10 for one that did not go in, drag 0.15, or in spec.',
  ],
  'no-thickness': ['has no thickness', 'Write the gap, or leave it empty.'],
  'range-reversed': ['begins above its end', 'Write the smaller figure first.'],
};

export function unreadableGap(field: string, text: string, why: WrittenRefusal): Refusal {
  const [detail, remedy] = REMEDIES[why];
  return { code: why, status: 422, field, detail: `“${text}” ${detail}.`, remedy };
}

export const noSuchValve = (field: string): Refusal => ({
  code: 'no-such-valve',
  status: 422,
  field,
  detail: 'This engine does not have that valve.',
  remedy: 'Take the valves from the sheet of its family.',
});

export const valveTwice = (field: string): Refusal => ({
  code: 'valve-twice',
  status: 422,
  field,
  detail: 'This valve is there twice.',
  remedy: 'Keep one row for each valve.',
});

export const nothingWritten: Refusal = {
  code: 'nothing-written',
  status: 422,
  field: 'valves',
  detail: 'No valve has a gap.',
  remedy: 'Enter at least one gap as found or as left.',
};

export const doneLater: Refusal = {
  code: 'performed-later',
  status: 422,
  field: 'doneOn',
  detail: 'This day is still to come.',
  remedy: 'Give the day on which the check was done.',
};

export const doneBeforeService = (inServiceOn: string): Refusal => ({
  code: 'performed-before-service',
  status: 422,
  field: 'doneOn',
  detail: `The unit is in service since ${inServiceOn}; this check is from before that day.`,
  remedy: 'Correct the day in service of the unit first, or the day of the check.',
  facts: { inServiceOn },
});

/** Engine hours never decrease. */
export const hoursDoNotFit = (least: number, most: number | null): Refusal => ({
  code: 'hours-do-not-fit',
  status: 422,
  field: 'hours',
  detail:
    most === null
      ? `By the readings it had run at least ${least} h by that day.`
      : `By the readings it had run between ${least} and ${most} h by that day.`,
  remedy: 'Correct the hours or the day; leave the hours empty if they are not written.',
  facts: { least, most },
});
