import type { CumulativeHours } from '../hours/index.ts';
import type { Position } from '../specification/index.ts';
import type { Celsius, Hours, Instant, TimeZone } from '../units/index.ts';
import type { Symptom } from '../due/index.ts';
import type { GapSeries } from './gap-series.ts';

/**
 * A signed check that counts: what was gauged, when, by which person and under which conditions; never its evaluation.
 */
export interface CheckOnRecord {
  readonly id: string;
  readonly at: Instant;
  /** Null if the check has no hours. */
  readonly hours: Hours | null;
  readonly by: string;
  readonly engine: 'cold' | 'warm' | null;
  readonly temperatureC: Celsius | null;
  readonly position: Position | null;
  /** Revision of the family's specification that was in use. */
  readonly revision: number | null;
  readonly bladeSetId: string | null;
  /** Entered later, from a record kept elsewhere: its gaps were not gauged with this program. */
  readonly past: boolean;
  /** Only measured: nothing was to be set. */
  readonly measureOnly: boolean;
  readonly valves: readonly GapSeries[];
}

/** Something reported or left to be done, and when that ended; null while it is open. */
export interface OpenSpan {
  readonly from: Instant;
  readonly to: Instant | null;
}

/** The record of one unit: hours, checks with every gauging, reports, remaining work, and storage periods. */
export interface UnitRecord {
  readonly zone: TimeZone;
  /** When it came into service, and with how many hours. */
  readonly start: CumulativeHours;
  /** After each reading or estimate that counts, in date order. */
  readonly hours: readonly CumulativeHours[];
  /** Oldest first. */
  readonly checks: readonly CheckOnRecord[];
  readonly reports: readonly (OpenSpan & { readonly symptom: Symptom })[];
  readonly followUps: readonly (OpenSpan & { readonly what: string; readonly part: string })[];
  readonly stored: readonly OpenSpan[];
}
