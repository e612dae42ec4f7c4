import type { EntityManager } from 'typeorm';
import type { UnitEntity } from '../units/index.ts';
import { collect, collectedFacts } from './collected.ts';
import { type Kept, keepFacts, keptFacts, readKept } from './kept.ts';
import type { OpenCheckFacts } from './live-facts.ts';
import type { UnitFacts } from './unit-facts.ts';

/** Source of the facts, and whether collected facts are stored: read-only callers store nothing. */
export interface FactsFrom {
  /**
   * `record`: collected from the bare record, which is authoritative. `kept`: the stored facts, or collected if they
   * are not valid.
   */
  readonly from: 'record' | 'kept';
  readonly keep: boolean;
}

/** The recorded facts of units at a moment. */
export interface OnRecord {
  /** The mark counter that was read. */
  readonly markOf: (unitId: string) => number | undefined;
  readonly openCheckOf: (unitId: string) => OpenCheckFacts | null;
  readonly factsOf: (units: readonly UnitEntity[]) => Promise<ReadonlyMap<string, UnitFacts>>;
}

/**
 * Reads the record of units, possibly before the units are loaded. The statements are the same for one unit and many.
 */
export async function readRecord(
  manager: EntityManager,
  unitIds: readonly string[],
  now: Date,
  { from, keep }: FactsFrom,
): Promise<OnRecord> {
  const collected = from === 'record' ? await collect(manager, unitIds, now) : null;
  const kept = collected === null ? await readKept(manager, unitIds, now) : null;
  const live = collected ?? (kept as Kept);
  const known = kept === null ? new Map<string, UnitFacts>() : keptFacts(kept);
  return {
    markOf: (id) => live.marks.get(id)?.[0]?.mark,
    openCheckOf: (id) => live.openChecks.get(id)?.[0] ?? null,
    factsOf: async (units) => {
      const missing = units.filter(({ id }) => !known.has(id));
      if (missing.length === 0) return known;
      const ids = missing.map(({ id }) => id);
      const own = await collectedFacts(manager, missing, now, collected ?? (await collect(manager, ids, now)));
      if (keep) await keepFacts(manager, missing, own, now);
      return new Map([...known, ...own]);
    },
  };
}
