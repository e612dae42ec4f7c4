import type { EntityManager } from 'typeorm';
import type { StatusChange } from '../shop-rules/index.ts';

/**
 * What a change of a family does to its units. The statuses implement it; the class stands here so that families need
 * not know who draws the conclusion.
 */
export abstract class FamilyStatuses {
  /** Computes the status of every unit of the family anew, in the transaction of the change. */
  abstract keepAll(manager: EntityManager, familyId: string): Promise<void>;
  /** Who would stand otherwise if this claim, or none, were in force. Changes nothing. */
  abstract preview(familyId: string, claimId: string | null): Promise<StatusChange[]>;
}
