import type { EntityManager } from 'typeorm';
import type { Restanding } from '../house/index.ts';

/**
 * What a change of a family does to its units. The standings implement it; the class stands here so that families need
 * not know who draws the conclusion.
 */
export abstract class FamilyStandings {
  /** Computes the standing of every unit of the family anew, in the transaction of the change. */
  abstract keepAll(manager: EntityManager, familyId: string): Promise<void>;
  /** Who would stand otherwise if this claim, or none, were in force. Changes nothing. */
  abstract preview(familyId: string, claimId: string | null): Promise<Restanding[]>;
}
