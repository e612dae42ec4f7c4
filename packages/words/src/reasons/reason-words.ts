import type { Reason, ShopUnit } from '@sturdy-shim/core';
import type { OnWire } from '../on-wire.ts';
import { hoursText, spanText } from '../spans.ts';
import { SYMPTOM_WORDS } from '../symptoms.ts';
import { valveText } from '../valve.ts';
import { OBSTACLE_WORDS, outsideText } from '../verdict.ts';
import { openText } from './open-work.ts';
import { WORK_LEFT_WORDS } from './work-left.ts';

/** A reason as the server sends it. */
export type SentReason = OnWire<Reason>;
type ReasonOf<Code> = Extract<SentReason, { code: Code }>;

/** Format options: gap unit, days of the shop, and whether valve names include the cylinder. */
export interface Reader {
  readonly unit: ShopUnit;
  readonly cylinders: number;
  /** A moment or a day (ISO 8601) as a day in words. */
  readonly day: (text: string) => string;
}

interface WordsOf<One> {
  /** Words with numbers, for pages and paper. */
  readonly text: (reason: One, reader: Reader) => string;
  /** A few words for a line of the mail; null where the mail does not list it. */
  readonly mail: string | null;
  /** How to resolve it. */
  readonly clearedBy: string;
}

const WHOLE_CHECK = 'A check that leaves every valve in spec.';
const THIS_VALVE = 'A check that leaves this valve in spec.';

/** The words of all reasons; a new reason of the core does not compile without its entry. */
const REASONS: { readonly [Code in SentReason['code']]: WordsOf<ReasonOf<Code>> } = {
  'check-open': {
    text: (reason, reader) => `Check open: ${openText(reason, reader.cylinders)}${workedBy(reason, reader)}`,
    mail: 'a check is open',
    clearedBy: 'Closing the engine up and signing the check.',
  },
  'on-bench': {
    text: (reason, reader) => `On the bench, nothing touched yet${workedBy(reason, reader)}`,
    mail: null,
    clearedBy: 'Signing or dropping the check.',
  },
  'valve-moved': {
    text: ({ valve }, { cylinders }) => `${valveText(valve, cylinders)} was moved and not gauged again`,
    mail: 'moved and not gauged again',
    clearedBy: 'Gauging this valve again.',
  },
  'valve-outside': {
    text: (reason, { unit, cylinders }) =>
      `${valveText(reason.valve, cylinders)} ${outsideText(reason, unit, reason.gap)}`,
    mail: 'out of spec',
    clearedBy: THIS_VALVE,
  },
  'past-hours': {
    text: ({ hoursPast, intervalHours, firstCheck, estimated }) =>
      `Overdue by ${hoursText(hoursPast, true)} (${firstCheck ? 'first check' : `every ${intervalHours} h`})${estimatedText(estimated)}`,
    mail: 'past its hours',
    clearedBy: WHOLE_CHECK,
  },
  'past-date': {
    text: ({ daysPast, months }) =>
      `Overdue by ${spanText(daysPast)} (${months === null ? 'before the season' : `every ${months} months`})`,
    mail: 'past its date',
    clearedBy: WHOLE_CHECK,
  },
  problem: {
    text: ({ symptom, doNotRun }) => `Reported: ${SYMPTOM_WORDS[symptom]}${doNotRun ? '. Do not run it' : ''}`,
    mail: 'a problem reported',
    clearedBy: 'A check that says it is gone.',
  },
  'work-left': {
    text: ({ what }) => WORK_LEFT_WORDS[what],
    mail: 'not finished',
    clearedBy: 'A check that finds it put right.',
  },
  'follow-up': {
    text: ({ what, by }, { day }) => `To be done: ${what}${by === null ? '' : ` (by ${day(by)})`}`,
    mail: 'work still to be done',
    clearedBy: 'Closing it here, or with the signature of the next check.',
  },
  'to-prove': {
    text: () => 'Not run since its check: prove it',
    mail: 'not run since its check',
    clearedBy: 'Closing it here, or a check that runs the engine.',
  },
  'valve-undecided': {
    text: (reason, { cylinders }) => `${valveText(reason.valve, cylinders)} ${undecidedText(reason)}`,
    mail: 'not settled by the blades',
    clearedBy: THIS_VALVE,
  },
  'hours-soon': {
    text: ({ hoursLeft, firstCheck, estimated }) =>
      `${hoursText(hoursLeft)} left before ${firstCheck ? 'its first check' : 'its check'}${estimatedText(estimated)}`,
    mail: 'near its hours',
    clearedBy: WHOLE_CHECK,
  },
  'date-soon': {
    text: ({ daysLeft, dueAt }, { day }) => `${spanText(daysLeft)} left before its check on ${day(dueAt)}`,
    mail: 'near its date',
    clearedBy: WHOLE_CHECK,
  },
  'no-reading': { text: () => 'No hour-meter reading yet', mail: null, clearedBy: 'A meter reading.' },
  'stale-reading': {
    text: ({ days }) => `Meter not read for ${spanText(days)}`,
    mail: null,
    clearedBy: 'A meter reading.',
  },
  'no-meter': {
    text: () => 'Its check goes by hours, and it has no meter',
    mail: null,
    clearedBy: 'A meter, or an interval by months for its family.',
  },
  'check-hours-unknown': {
    text: ({ valve }, { cylinders }) => `${valveText(valve, cylinders)} was checked at unknown hours`,
    mail: null,
    clearedBy: 'A meter reading from about that day.',
  },
  'never-checked': { text: () => 'Never checked', mail: null, clearedBy: 'A check.' },
  'valve-never-gauged': {
    text: ({ valve }, { cylinders }) => `${valveText(valve, cylinders)} never gauged`,
    mail: null,
    clearedBy: 'A check.',
  },
  'no-specification': {
    text: () => 'No spec is in use for its family',
    mail: null,
    clearedBy: 'A source in use for its family.',
  },
  'months-stand-still': {
    text: () => 'Its months stand still in storage',
    mail: null,
    clearedBy: 'Taking it out of storage.',
  },
  'no-interval': {
    text: ({ onPurpose }) =>
      onPurpose ? 'Its family has no check interval, on purpose' : 'No interval stated for its family',
    mail: null,
    clearedBy: 'An interval on the sheet of its family, or a tick there that it has none on purpose.',
  },
};

// The table is indexed by the code of the reason itself, so the entry takes exactly this reason.
const entryOf = (reason: SentReason): WordsOf<SentReason> => REASONS[reason.code] as WordsOf<SentReason>;

/** One reason in words, with its numbers. */
export const reasonText = (reason: SentReason, reader: Reader): string => entryOf(reason).text(reason, reader);

/** One reason in a few words for the mail; null where the mail does not list it. */
export const mailText = (code: Reason['code']): string | null => REASONS[code].mail;

/** How to resolve a reason. */
export const clearedBy = (reason: SentReason): string => entryOf(reason).clearedBy;

const workedBy = ({ by, at }: { readonly by: string; readonly at: string }, { day }: Reader): string =>
  ` (${[by, `since ${day(at)}`].filter((each) => each !== '').join(', ')})`;

/** The hours at which the interval began were calculated from the readings around. */
const estimatedText = (estimated: boolean): string => (estimated ? ' (estimated)' : '');

function undecidedText({ doubt, obstacles }: ReasonOf<'valve-undecided'>): string {
  if (doubt === 'untried') return 'was moved and not gauged again';
  if (doubt === 'clash') return 'undecided: the tries clash';
  if (doubt === 'stated') return 'undecided: written as in spec, and the spec has changed since';
  if (doubt !== 'not-comparable') return 'undecided: the blades did not settle it';
  return `not comparable: ${obstacles.map((each) => OBSTACLE_WORDS[each]).join(', and ')}`;
}
