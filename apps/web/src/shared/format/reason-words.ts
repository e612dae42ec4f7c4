import type { ShopUnit, WorkLeft } from '@sturdy-shim/core';
import type { ReasonDto, UnitStatusDto, UnitState, Symptom, UnitUse } from '../api/index.ts';
import { dayText, hoursText, spanText } from './time.ts';
import { type ValveName, valveText } from './valve-words.ts';
import { OBSTACLE_WORDS, outsideText } from './verdict-words.ts';

export const SYMPTOM_WORDS: Record<Symptom, string> = {
  'hard-start': 'starts hard',
  'wont-start': 'won’t start',
  'low-power': 'low power',
  'runs-rough': 'runs rough',
  clatter: 'clatters',
  'popping-back': 'pops back',
  'fuel-in-oil': 'fuel in the oil',
  'oil-at-cover': 'oil at the cover',
  'kicks-back': 'kicks back on the starter',
  'slow-or-locked-cranking': 'cranks slowly or is locked',
  other: 'something else',
};

export const USE_WORDS: Record<UnitUse, string> = {
  'in-service': 'in service',
  'on-hire': 'on hire',
  stored: 'stored',
  retired: 'retired',
};

export const STATE_WORDS: Record<UnitState, string> = {
  'keep-in': 'Keep in',
  overdue: 'Overdue',
  problem: 'Problem reported',
  undecided: 'Undecided',
  'due-soon': 'Due soon',
  'hours-unknown': 'Hours unknown',
  'never-checked': 'Never checked',
  ok: 'OK',
  stored: 'Stored',
  retired: 'Retired',
};

const WORK_LEFT_WORDS: Record<WorkLeft, string> = {
  'no-release': 'No lift of the compression release: suspect the camshaft',
  'cap-missing': 'A stem cap is missing',
  'runs-badly': 'Did not run well after its check',
  'screw-seized': 'An adjuster is seized',
  'adjuster-stripped': 'An adjuster is stripped',
  'spring-broken': 'A valve spring is broken',
  'head-cracked': 'The head is cracked',
  'fuel-in-oil': 'Fuel was found in the oil',
  'seal-damaged': 'The cover seal is damaged',
  other: 'Something was found with which it must not run',
  'rocker-loose': 'A rocker was found loose',
  'push-rod-bent': 'A push rod was found bent',
  'wrong-fluid': 'Fuel or oil was found where it should not be',
  'no-clearance': 'A valve has no clearance at any setting',
  'valve-sticking': 'A valve was found sticking',
};

/** One reason in words. `cylinders` tells whether a valve needs its cylinder named. */
export function reasonText(reason: ReasonDto, unit: ShopUnit, cylinders: number): string {
  switch (reason.code) {
    case 'check-open':
      return `Check open: ${openText(reason, cylinders)}${workedBy(reason)}`;
    case 'on-bench':
      return `On the bench, nothing touched yet${workedBy(reason)}`;
    case 'valve-moved':
      return `${valveText(reason.valve, cylinders)} was moved and not gauged again`;
    case 'valve-outside':
      return `${valveText(reason.valve, cylinders)} ${outsideText(reason, unit, reason.gap)}`;
    case 'past-hours':
      return `Overdue by ${hoursText(reason.hoursPast, true)} (${reason.firstCheck ? 'first check' : `every ${reason.intervalHours} h`})${estimated(reason)}`;
    case 'past-date':
      return `Overdue by ${spanText(reason.daysPast)} (${reason.months === null ? 'before the season' : `every ${reason.months} months`})`;
    case 'problem':
      return `Reported: ${SYMPTOM_WORDS[reason.symptom]}${reason.doNotRun ? '. Do not run it' : ''}`;
    case 'work-left':
      return WORK_LEFT_WORDS[reason.what];
    case 'follow-up':
      return `To be done: ${reason.what}${reason.by === null ? '' : ` (by ${dayText(reason.by)})`}`;
    case 'to-prove':
      return 'Not run since its check: prove it';
    case 'valve-undecided':
      return `${valveText(reason.valve, cylinders)} ${undecidedText(reason)}`;
    case 'hours-soon':
      return `${hoursText(reason.hoursLeft)} left before ${reason.firstCheck ? 'its first check' : 'its check'}${estimated(reason)}`;
    case 'date-soon':
      return `${spanText(reason.daysLeft)} left before its check on ${dayText(reason.dueAt)}`;
    case 'no-reading':
      return 'No hour-meter reading yet';
    case 'stale-reading':
      return `Meter not read for ${spanText(reason.days)}`;
    case 'no-meter':
      return 'Its check goes by hours, and it has no meter';
    case 'check-hours-unknown':
      return `${valveText(reason.valve, cylinders)} was checked at unknown hours`;
    case 'never-checked':
      return 'Never checked';
    case 'valve-never-gauged':
      return `${valveText(reason.valve, cylinders)} never gauged`;
    case 'no-specification':
      return 'No spec is in use for its family';
    case 'months-stand-still':
      return 'Its months stand still in storage';
    case 'no-interval':
      return reason.onPurpose ? 'Its family has no check interval, on purpose' : 'No interval stated for its family';
  }
}

interface OpenText {
  readonly off: readonly string[];
  readonly moved: readonly ValveName[];
  readonly outside: readonly ValveName[];
  readonly curing?: boolean;
}

/** What of the engine is open, in the order of the work: `cowl and rocker cover off, intake moved`. */
export function openText({ off, moved, outside, curing }: OpenText, cylinders: number): string {
  const valves = (list: readonly ValveName[], what: string): string[] =>
    list.length === 0 ? [] : [`${listText(list.map((valve) => lowerFirst(valveText(valve, cylinders))))} ${what}`];
  return [
    ...(off.length === 0 ? [] : [`${listText(off.map(lowerFirst))} off`]),
    ...valves(moved, 'moved'),
    ...valves(outside, 'out of spec'),
    ...(curing === true ? ['sealant on, not run since'] : []),
  ].join(', ');
}

const listText = (parts: readonly string[]): string =>
  parts.length < 2 ? parts.join('') : `${parts.slice(0, -1).join(', ')} and ${parts.at(-1) ?? ''}`;
const lowerFirst = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);
const workedBy = ({ by, at }: { readonly by: string; readonly at: string }): string =>
  ` (${[by, `since ${dayText(at)}`].filter((each) => each !== '').join(', ')})`;

/** The hours at which the interval began were calculated from the readings around. */
const estimated = (reason: { readonly estimated: boolean }): string => (reason.estimated ? ' (estimated)' : '');

function undecidedText({ doubt, obstacles }: Extract<ReasonDto, { code: 'valve-undecided' }>): string {
  if (doubt === 'untried') return 'was moved and not gauged again';
  if (doubt === 'clash') return 'undecided: the tries clash';
  if (doubt !== 'not-comparable') return 'undecided: the blades did not settle it';
  return `not comparable: ${obstacles.map((each) => OBSTACLE_WORDS[each]).join(', and ')}`;
}

/** When the next check falls, in one line, or null when nothing sets it. */
export function dueText({ dueAtHours, hoursLeft, intervalHours, dueAt, daysLeft }: UnitStatusDto): string | null {
  const byHours =
    dueAtHours === null || intervalHours === null
      ? null
      : hoursLeft === null
        ? `Due at ${hoursText(dueAtHours)}`
        : hoursLeft > 0
          ? `${hoursText(hoursLeft)} left of ${intervalHours} h`
          : `Overdue by ${hoursText(-hoursLeft)}`;
  const byDate = dueAt === null || daysLeft === null ? null : `${daysLeft > 0 ? 'by' : 'since'} ${dayText(dueAt)}`;
  return byHours === null
    ? byDate === null
      ? null
      : `Due ${byDate}`
    : byDate === null
      ? byHours
      : `${byHours}, or ${byDate}`;
}

/** On which side a valve is known to be out of spec, where the reason is that. */
export const sideOf = (reason: ReasonDto): 'tight' | 'loose' | undefined =>
  reason.code === 'valve-outside' ? reason.side : undefined;
