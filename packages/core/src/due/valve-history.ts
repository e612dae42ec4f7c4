import type { GapReading } from '../gauging/index.ts';
import type { Valve, Window } from '../specification/index.ts';
import type { Hours, Instant } from '../units/index.ts';
import type { Verdict } from '../verdict/index.ts';

/** How the last signed check left a valve: the gap as left, or as found where nothing was done. */
export interface ValveAsLeft {
  readonly at: Instant;
  readonly hours: Hours | null;
  readonly reading: GapReading;
  readonly verdict: Verdict;
  /** Null when no specification was in use. */
  readonly window: Window | null;
}

/** When a valve was left inside. Its hours may be interpolated between readings; null if they are unknown. */
export interface LeftInside {
  readonly at: Instant;
  readonly hours: Hours | null;
  readonly hoursEstimated?: boolean;
}

/** What the record says about one valve. */
export interface ValveHistory {
  readonly valve: Valve;
  readonly last: ValveAsLeft | null;
  /** The last time it was left inside, which starts its interval. */
  readonly leftInside: LeftInside | null;
}
