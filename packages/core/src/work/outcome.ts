import type { Verdict } from '../verdict/index.ts';

/** Outcomes of a check that do not follow from its gaps (common practice, no source). */
export const STATED_OUTCOMES = ['could-not', 'to-dealer', 'no-adjustment'] as const;
export type StatedOutcome = (typeof STATED_OUTCOMES)[number];

/** This outcome leaves work, which a follow-up has to state. */
export const needsFollowUp = (outcome: StatedOutcome): boolean => outcome !== 'no-adjustment';

/** How a check ended, worst first. */
export type CheckOutcome =
  StatedOutcome | 'left-out' | 'undecided' | 'not-comparable' | 'measured' | 'partly' | 'adjusted' | 'in-spec';

export interface ValveOutcome {
  readonly adjusted: boolean;
  /** How the check left it; null: not gauged. */
  readonly state: Verdict['state'] | null;
}

/** A valve is out of spec, and the stated outcome is that there is nothing to adjust. */
export const contradictsGaps = (
  stated: StatedOutcome | null,
  valves: readonly Pick<ValveOutcome, 'state'>[],
): boolean => stated === 'no-adjustment' && valves.some(({ state }) => state === 'tight' || state === 'loose');

/** The outcome of a check: the stated one unless its gaps contradict it, or the worst of its valves. */
export function outcomeOf(stated: StatedOutcome | null, valves: readonly ValveOutcome[]): CheckOutcome {
  if (stated !== null && !contradictsGaps(stated, valves)) return stated;
  const left = (state: Verdict['state'] | null): boolean => valves.some((valve) => valve.state === state);
  if (left('tight') || left('loose')) return 'left-out';
  if (left('undecided')) return 'undecided';
  if (left('not-comparable')) return 'not-comparable';
  if (left('measured')) return 'measured';
  if (valves.length === 0 || left(null)) return 'partly';
  return valves.some(({ adjusted }) => adjusted) ? 'adjusted' : 'in-spec';
}
