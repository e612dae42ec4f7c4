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
 * What a unit's status rests on, but for its family, the shop rules and a check that is open: one narrow record, however
 * long its past. It holds what was gauged and when, never where the unit stands. It can be stored as JSON.
 */
export interface UnitFacts {
  /** Of the shop when the facts were collected: its days are the days that count. */
  readonly zone: TimeZone;
  /** Cumulative hours at the latest reading or estimate; null without one. */
  readonly hours: CumulativeHours | null;
  /** Of an accepted reading that lies ahead, the first; it does not count yet. */
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

/** How a check left a valve, with what it was evaluated by. */
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
  /** What the check says of engine, temperature and position, for a verdict under other conditions. */
  readonly stated: Stated;
}
type Circumstances = Parameters<typeof circumstancesFromFacts>[0];
export type Stated = { readonly [Name in keyof Circumstances]: Circumstances[Name] | null };

export interface LastInside {
  readonly valve: Valve;
  readonly at: Instant;
  /** Null if the check has no hours and they cannot be interpolated. */
  readonly hours: Hours | null;
  /** Interpolated between readings. */
  readonly hoursEstimated: boolean;
}
