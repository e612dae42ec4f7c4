import {
  type DecisionRule,
  type GapReading,
  type Verdict,
  type ValveKind,
  type Window,
  SHOP_RULE,
  type circumstancesFromFacts,
  valveKey,
} from '@sturdy-shim/core';
import type { EntityManager } from 'typeorm';
import { type FactSource, Facts } from '../platform/index.ts';

/** How a check left a valve, with what it was evaluated by: just what a status needs of it. */
export interface LastFinding {
  readonly unitId: string;
  readonly cylinder: number;
  readonly kind: ValveKind;
  readonly ordinal: number;
  readonly reading: GapReading;
  readonly window: Window | null;
  readonly verdict: Verdict;
  readonly performedAt: Date;
  /** Null where nobody knew them that day. */
  readonly hoursAt: number | null;
  readonly decision: DecisionRule;
  /** What the check says of engine, temperature and position, for a verdict under other conditions. */
  readonly stated: Stated;
}
type Circumstances = Parameters<typeof circumstancesFromFacts>[0];
type Stated = { readonly [Name in keyof Circumstances]: Circumstances[Name] | null };

/** The findings that say how checks left the valves of a unit last, by valve. */
export type Findings = ReadonlyMap<string, LastFinding>;
export const NO_FINDINGS: Findings = new Map();

/**
 * Which they are is found first, in narrow rows; what is said of them is read for those alone. Of two at the very same
 * moment it is always the same one. A finding may be both, the last and the last that left its valve inside.
 */
const VALVE = 'finding.unit_id, finding.cylinder, finding.kind, finding.ordinal';
const NEWEST = 'signed.performed_at desc, signed.signed_at desc, signed.id';
export const LAST_FINDINGS: FactSource<StoredFinding, CurrentFinding> = {
  sql: `
  select finding.unit_id as "unitId", finding.cylinder, finding.kind, finding.ordinal, finding.reading, finding."window",
    finding.verdict, signed.performed_at as "performedAt", signed.hours_at as "hoursAt",
    signed.evaluation_context #> '{rules,decision}' as decision, current.last, current.inside,
    jsonb_build_object('engine', signed.draft -> 'engine', 'temperatureC', signed.draft -> 'temperatureC',
      'position', signed.draft -> 'position') as stated
  from (
    select finding.id, finding.check_id, row_number() over (partition by ${VALVE} order by ${NEWEST}) = 1 as last,
      finding.verdict_state = 'inside' and row_number() over (
        partition by ${VALVE}, finding.verdict_state = 'inside' order by ${NEWEST}) = 1 as inside
    from finding join valve_check signed on signed.id = finding.check_id
    where finding.unit_id = any($1) and finding.final and not signed.struck
  ) current join finding on finding.id = current.id join valve_check signed on signed.id = current.check_id
  where current.last or current.inside`,
  // Checks from before shops had rules of their own were evaluated by the program's.
  read: ({ decision, performedAt, last, inside, ...finding }) => ({
    last,
    inside,
    finding: { ...finding, performedAt: new Date(performedAt), decision: decision ?? SHOP_RULE },
  }),
};
type StoredFinding = Omit<LastFinding, 'decision' | 'performedAt'> & {
  readonly performedAt: string;
  readonly decision: DecisionRule | null;
  readonly last: boolean;
  readonly inside: boolean;
};
export interface CurrentFinding {
  readonly finding: LastFinding;
  /** The last of its valve. */
  readonly last: boolean;
  /** The last that left its valve inside. */
  readonly inside: boolean;
}

/** Of the findings of a unit the last of each valve, or the last that left it inside. */
export const findingsThat = (which: 'last' | 'inside', current: readonly CurrentFinding[]): Findings =>
  new Map(current.flatMap((each) => (each[which] ? [[valveKey(each.finding), each.finding]] : [])));

const FACTS = new Facts('last-findings', { findings: LAST_FINDINGS });

/** The last finding of every valve, by unit. */
export async function latestFindings(
  manager: EntityManager,
  unitIds: readonly string[],
  now: Date,
): Promise<ReadonlyMap<string, Findings>> {
  const { findings } = await FACTS.gather(manager, unitIds, now);
  return new Map([...findings].map(([unitId, own]) => [unitId, findingsThat('last', own)]));
}
