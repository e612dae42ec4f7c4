import type { EntityManager } from 'typeorm';
import type { StatusChange } from '../shop-rules/index.ts';

/**
 * What a change of a family does to its units. The statuses implement it; the class stands here so that families need
 * not know who draws the conclusion.
 */
export abstract class FamilyStatuses {
  /** Computes the status of every unit of the family again, in the transaction of the change. */
  abstract recomputeFamily(manager: EntityManager, familyId: string): Promise<void>;
  /** Whose status would change if this source, or none, were in use. Changes nothing. */
  abstract preview(familyId: string, sourceId: string | null): Promise<StatusChange[]>;
}
