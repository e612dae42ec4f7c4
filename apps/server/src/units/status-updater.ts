import type { EntityManager } from 'typeorm';

/**
 * Whoever changes what a unit's status rests on calls this in the same transaction. The statuses implement it; the
 * class stands here so that the domains which write facts need not know who draws the conclusion.
 */
export abstract class StatusUpdater {
  abstract recompute(manager: EntityManager, unitId: string): Promise<void>;
  /** The same for many, in a few queries. */
  abstract recomputeMany(manager: EntityManager, unitIds: readonly string[]): Promise<void>;
}
