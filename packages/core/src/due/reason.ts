import { FINDING_KINDS } from '../work/index.ts';
import type { Valve, Window } from '../specification/index.ts';
import type { GapInterval } from '../gauging/index.ts';
import type { Hours, Instant, Millimetres } from '../units/index.ts';
import type { Doubt, Obstacle } from '../verdict/index.ts';

/** What operators report; a report brings the check forward whatever the meter says. */
export const SYMPTOMS = [
  'hard-start',
  'wont-start',
  'low-power',
  'runs-rough',
  'clatter',
  'popping-back',
  'fuel-in-oil',
  'oil-at-cover',
  'kicks-back',
  'slow-or-locked-cranking',
  'other',
] as const;
export type Symptom = (typeof SYMPTOMS)[number];

/** Results of a signed check that keep a unit in regardless of its gaps (common practice, no source). */
export const WORK_LEFT = ['no-release', 'cap-missing', 'runs-badly', ...FINDING_KINDS] as const;
export type WorkLeft = (typeof WORK_LEFT)[number];

/** The open work on an engine: parts that are off, adjusters moved, gaps found out of spec. */
export interface OpenWork {
  /** Names of parts that came off and are not back, last off first. */
  readonly off: readonly string[];
  /** Their adjuster was moved in a check that is not signed. */
  readonly moved: readonly Valve[];
  /** Found out of spec and not set yet. */
  readonly outside: readonly Valve[];
  /** Sealant was put on, and the engine was not run since. Left out: none. */
  readonly curing?: true;
}

/** Whether anything of the engine is open. */
export const isTouched = ({ off, moved, outside, curing }: OpenWork): boolean =>
  off.length + moved.length + outside.length > 0 || curing === true;

/** One reason for a unit's status, with its numbers. The words are the interface's. */
export type Reason =
  | {
      readonly code: 'valve-outside';
      readonly valve: Valve;
      readonly side: 'tight' | 'loose';
      readonly byAtLeastMm: Millimetres;
      readonly byAtMostMm: Millimetres | null;
      /** Null when the record does not state it; the verdict still counts. */
      readonly gap: GapInterval | null;
      readonly window: Window | null;
      readonly at: Instant;
      readonly hoursSince: Hours | null;
    }
  /** A check is open, and a part is off, an adjuster was moved, or a gap is out of spec. */
  | ({ readonly code: 'check-open'; readonly by: string; readonly at: Instant } & OpenWork)
  /** A check is open, and nothing of the engine was touched yet. */
  | { readonly code: 'on-bench'; readonly by: string; readonly at: Instant }
  /** The adjuster was moved, or the lock tightened, and the gap was not gauged again. */
  | { readonly code: 'valve-moved'; readonly valve: Valve; readonly at: Instant }
  | {
      readonly code: 'past-hours';
      readonly hoursPast: Hours;
      readonly intervalHours: Hours;
      readonly firstCheck: boolean;
      readonly estimated: boolean;
    }
  | { readonly code: 'past-date'; readonly daysPast: number; readonly months: number | null; readonly dueAt: Instant }
  /** A check ended with this, and no later one said otherwise. */
  | { readonly code: 'work-left'; readonly what: WorkLeft; readonly at: Instant }
  /** An open follow-up for work that a check could not finish. `by` is its due day (ISO 8601), if stated. */
  | { readonly code: 'follow-up'; readonly what: string; readonly by: string | null; readonly at: Instant }
  | {
      readonly code: 'problem';
      readonly symptom: Symptom;
      readonly at: Instant;
      /** The shop does not let it run until a check says that it is gone. */
      readonly doNotRun: boolean;
    }
  | {
      readonly code: 'valve-undecided';
      readonly valve: Valve;
      readonly doubt: Doubt['why'] | 'not-comparable';
      readonly obstacles: readonly Obstacle[];
      readonly gap: GapInterval | null;
      readonly window: Window | null;
      readonly at: Instant;
    }
  | {
      readonly code: 'hours-soon';
      readonly hoursLeft: Hours;
      readonly intervalHours: Hours;
      readonly firstCheck: boolean;
      readonly estimated: boolean;
    }
  | { readonly code: 'date-soon'; readonly daysLeft: number; readonly dueAt: Instant }
  /** A check was closed without running the engine; how it runs at work still has to be stated. */
  | { readonly code: 'to-prove'; readonly at: Instant }
  | { readonly code: 'no-reading' }
  | { readonly code: 'stale-reading'; readonly days: number; readonly readAt: Instant }
  /** The unit's interval is in hours, and it has no meter. */
  | { readonly code: 'no-meter' }
  /** It is in storage, and the shop pauses the calendar interval until it comes out. */
  | { readonly code: 'months-stand-still' }
  | { readonly code: 'check-hours-unknown'; readonly valve: Valve; readonly at: Instant }
  | { readonly code: 'never-checked' }
  | { readonly code: 'valve-never-gauged'; readonly valve: Valve }
  | { readonly code: 'no-specification' }
  /** Its family has no interval; on purpose if a lead stated so, for example for hydraulic adjusters. */
  | { readonly code: 'no-interval'; readonly onPurpose: boolean };
