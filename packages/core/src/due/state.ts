import type { Reason } from './reason.ts';

/** A unit's status in one word, worst first. */
export const UNIT_STATES = [
  'keep-in',
  'overdue',
  'problem',
  'undecided',
  'due-soon',
  'hours-unknown',
  'never-checked',
  'ok',
  'stored',
  'retired',
] as const;
export type UnitState = (typeof UNIT_STATES)[number];

/** The state that each reason causes by itself. */
const STATE_OF: Record<Reason['code'], UnitState> = {
  'check-open': 'keep-in',
  'valve-moved': 'keep-in',
  'valve-outside': 'keep-in',
  'work-left': 'keep-in',
  'follow-up': 'keep-in',
  'past-hours': 'overdue',
  'past-date': 'overdue',
  problem: 'problem',
  'valve-undecided': 'undecided',
  'hours-soon': 'due-soon',
  'date-soon': 'due-soon',
  'no-reading': 'hours-unknown',
  'stale-reading': 'hours-unknown',
  'no-meter': 'hours-unknown',
  'check-hours-unknown': 'hours-unknown',
  'never-checked': 'never-checked',
  'valve-never-gauged': 'never-checked',
  'no-specification': 'never-checked',
  'no-interval': 'hours-unknown',
  'months-stand-still': 'ok',
  'to-prove': 'undecided',
  'on-bench': 'ok',
};

/** How the shop uses the unit at present. */
export type UnitUse = 'in-service' | 'on-hire' | 'stored' | 'retired';

/** `retired` always shows as retired; `stored` shows as stored unless the unit must stay in. */
export function stateOf(reasons: readonly Reason[], use: UnitUse): UnitState {
  if (use === 'retired') return 'retired';
  let worst = rankOf('ok');
  for (const reason of reasons) worst = Math.min(worst, rankOfReason(reason));
  const state = UNIT_STATES[worst] ?? 'ok';
  return use === 'stored' && state !== 'keep-in' ? 'stored' : state;
}

/** Place in the order of urgency: 0 is worst. */
const RANKS = Object.fromEntries(UNIT_STATES.map((state, rank) => [state, rank])) as Readonly<
  Record<UnitState, number>
>;
export const rankOf = (state: UnitState): number => RANKS[state];

/** The state that one reason causes by itself. */
function stateOfReason(reason: Reason): UnitState {
  if (reason.code === 'problem' && reason.doNotRun) return 'keep-in';
  if (reason.code === 'no-interval' && reason.onPurpose) return 'ok';
  return STATE_OF[reason.code];
}

export const rankOfReason = (reason: Reason): number => rankOf(stateOfReason(reason));
