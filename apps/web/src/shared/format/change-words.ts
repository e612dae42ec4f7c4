import type { NextChange } from '@sturdy-shim/core';
import { hoursText } from '@sturdy-shim/words';
import { dayText } from './time.ts';

const TO_WORDS = {
  'due-soon': 'due soon',
  overdue: 'overdue',
  'hours-unknown': 'meter not read for too long',
} as const;

/** The next change of a status by itself: `In 58 h of running, at 208 h: due soon`. */
export const changeText = (change: NextChange): string =>
  change.by === 'hours'
    ? `In ${hoursText(change.inHours)} of running, at ${hoursText(change.atHours)}: ${TO_WORDS[change.to]}`
    : `On ${dayText(new Date(change.at).toISOString())}: ${TO_WORDS[change.to]}`;
