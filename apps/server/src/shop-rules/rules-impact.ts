import type { UnitState } from '@sturdy-shim/core';
import type { EntityManager } from 'typeorm';
import type { RuleBook } from './rule-book.ts';

/** A unit whose status would change. */
export interface StatusChange {
  readonly tag: string;
  readonly before: UnitState;
  readonly after: UnitState;
}

/** What the shop rules reach: the statuses implement it, so that the shop need not know who draws the conclusion. */
export abstract class RulesImpact {
  /** Whether there is a family with this id. */
  abstract familyExists(manager: EntityManager, familyId: string): Promise<boolean>;
  /** Families with a source that could not be read as windows under this book: their codes. */
  abstract unreadable(manager: EntityManager, book: RuleBook): Promise<string[]>;
  /** Whose status would change under this book. Changes nothing. */
  abstract preview(familyId: string | null, book: RuleBook): Promise<StatusChange[]>;
  /** Sees to it that the statuses follow, in the transaction of the change. */
  abstract markStale(manager: EntityManager, familyId: string | null): Promise<void>;
}
