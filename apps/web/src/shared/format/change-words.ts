import type { NextChange } from '@sturdy-shim/core';
import type { ReasonDto } from '../api/index.ts';
import { dayText, hoursText } from './time.ts';

/** What takes a reason away. */
export function clearedBy(reason: ReasonDto): string {
  switch (reason.code) {
    case 'check-open':
      return 'Closing the engine up and signing the check.';
    case 'on-bench':
      return 'Signing or dropping the check.';
    case 'valve-moved':
      return 'Gauging this valve again.';
    case 'valve-outside':
    case 'valve-undecided':
      return 'A check that leaves this valve in spec.';
    case 'past-hours':
    case 'past-date':
    case 'hours-soon':
    case 'date-soon':
      return 'A check that leaves every valve in spec.';
    case 'work-left':
      return 'A check that finds it put right.';
    case 'follow-up':
      return 'Closing it here, or with the signature of the next check.';
    case 'to-prove':
      return 'Closing it here, or a check that runs the engine.';
    case 'problem':
      return 'A check that says it is gone.';
    case 'no-reading':
    case 'stale-reading':
      return 'A meter reading.';
    case 'no-meter':
      return 'A meter, or an interval by months for its family.';
    case 'check-hours-unknown':
      return 'A meter reading from about that day.';
    case 'never-checked':
    case 'valve-never-gauged':
      return 'A check.';
    case 'no-specification':
      return 'A source in use for its family.';
    case 'months-stand-still':
      return 'Taking it out of storage.';
    case 'no-interval':
      return 'An interval on the sheet of its family, or a tick there that it has none on purpose.';
  }
}

const TO_WORDS = {
  'due-soon': 'due soon',
  overdue: 'overdue',
  'hours-unknown': 'meter not read for too long',
} as const;

/** What changes a status by itself, and when: `In 58 h of running, at 208 h: due soon`. */
export const changeText = (change: NextChange): string =>
  change.by === 'hours'
    ? `In ${hoursText(change.inHours)} of running, at ${hoursText(change.atHours)}: ${TO_WORDS[change.to]}`
    : `On ${dayText(new Date(change.at).toISOString())}: ${TO_WORDS[change.to]}`;
