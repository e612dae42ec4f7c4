import {
  type CumulativeHours,
  type DecisionRule,
  type GapReading,
  type Hours,
  type Instant,
  type Symptom,
  type TimeZone,
  type Valve,
  type Verdict,
  type Window,
  type WorkLeft,
  type circumstancesFromFacts,
} from '@sturdy-shim/core';

import type { FollowUpEntity } from '../follow-ups/index.ts';

/**
 * The facts of a unit's status except its family, the shop rules and an open check: one small record, independent of
 * its history. It contains gaugings and their times, never a status. JSON-serializable.
 */
export interface UnitFacts {
  /** Time zone of the shop at the collection. */
  readonly zone: TimeZone;
  /** Cumulative hours at the latest reading or estimate; null without one. */
  readonly hours: CumulativeHours | null;
  /** The first future accepted reading, which does not count yet. */
  readonly nextReadingAt: Instant | null;
  readonly problems: readonly { readonly symptom: Symptom; readonly at: Instant }[];
  readonly workLeft: readonly { readonly what: WorkLeft; readonly at: Instant; readonly ticked: boolean }[];
  readonly followUps: readonly OpenFollowUp[];
  readonly stored: readonly { readonly from: Instant; readonly to: Instant | null }[];
  /** How each valve was left last. */
  readonly last: readonly LastGauged[];
  /** When each valve was last left inside. */
  readonly inside: readonly LastInside[];
}

export interface OpenFollowUp {
  readonly kind: FollowUpEntity['kind'];
  readonly what: string;
  readonly byDay: string | null;
  readonly at: Instant;
}

/** The gap in which a check left a valve, with the inputs of its evaluation. */
export interface LastGauged {
  readonly valve: Valve;
  readonly at: Instant;
  /** Null if the check has no hours. */
  readonly hours: Hours | null;
  readonly reading: GapReading;
  readonly window: Window | null;
  /** Of that day. */
  readonly verdict: Verdict;
  readonly decision: DecisionRule;
  /** Engine condition and position of the check, for a verdict under changed conditions. */
  readonly stated: Stated;
}
type Circumstances = Parameters<typeof circumstancesFromFacts>[0];
export type Stated = { readonly [Name in keyof Circumstances]: Circumstances[Name] | null } & {
  /** The check was done elsewhere or earlier; absent in facts from before there were such checks. */
  readonly elsewhere?: boolean;
};

export interface LastInside {
  readonly valve: Valve;
  readonly at: Instant;
  /** Null if the check has no hours and they cannot be interpolated. */
  readonly hours: Hours | null;
  /** Interpolated between readings. */
  readonly hoursEstimated: boolean;
}
