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
 * moment it is always the same one.
 */
const statement = (only: string): string => `
  select finding.unit_id as "unitId", finding.cylinder, finding.kind, finding.ordinal, finding.reading, finding.window,
    finding.verdict, signed.performed_at as "performedAt", signed.hours_at as "hoursAt",
    signed.evaluation_context #> '{rules,decision}' as decision,
    jsonb_build_object('engine', signed.draft -> 'engine', 'temperatureC', signed.draft -> 'temperatureC',
      'position', signed.draft -> 'position') as stated
  from (
    select distinct on (finding.unit_id, finding.cylinder, finding.kind, finding.ordinal) finding.id, finding.check_id
    from finding join valve_check signed on signed.id = finding.check_id
    where finding.unit_id = any($1) and finding.final and not signed.struck ${only}
    order by finding.unit_id, finding.cylinder, finding.kind, finding.ordinal,
      signed.performed_at desc, signed.signed_at desc, signed.id
  ) latest join finding on finding.id = latest.id join valve_check signed on signed.id = latest.check_id`;
const LATEST = statement('');
const LATEST_INSIDE = statement(`and finding.verdict_state = 'inside'`);

/** The latest finding that says how a check left a valve, per unit and valve; of those left inside only, when asked. */
export async function latestFindings(
  manager: EntityManager,
  unitIds: readonly string[],
  inside: boolean,
): Promise<ReadonlyMap<string, Findings>> {
  const rows = await manager.query<(Omit<LastFinding, 'decision'> & { decision: DecisionRule | null })[]>(
    inside ? LATEST_INSIDE : LATEST,
    [unitIds],
  );
  const byUnit = new Map<string, Map<string, LastFinding>>();
  for (const row of rows) {
    const own = byUnit.get(row.unitId) ?? new Map<string, LastFinding>();
    // Checks from before shops had rules of their own were evaluated by the program's.
    byUnit.set(row.unitId, own.set(valveKey(row), { ...row, decision: row.decision ?? SHOP_RULE }));
  }
  return byUnit;
}

/** The last that left each valve inside, by unit: where the last of all did so it is that one, and nothing more is asked. */
export async function latestInside(
  manager: EntityManager,
  last: ReadonlyMap<string, Findings>,
): Promise<ReadonlyMap<string, Findings>> {
  const isInside = (finding: LastFinding): boolean => finding.verdict.state === 'inside';
  const others = new Set([...last].flatMap(([unitId, own]) => ([...own.values()].every(isInside) ? [] : [unitId])));
  const asked = others.size === 0 ? NOTHING : await latestFindings(manager, [...others], true);
  return new Map(
    [...last].map(([unitId, own]) => [unitId, others.has(unitId) ? (asked.get(unitId) ?? NO_FINDINGS) : own]),
  );
}
const NOTHING: ReadonlyMap<string, Findings> = new Map();
