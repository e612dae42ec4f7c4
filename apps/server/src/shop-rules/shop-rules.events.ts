import type { EntityManager } from 'typeorm';
import { DomainEvent, type Refusal } from '../platform/index.ts';
import type { RuleBook } from './rule-book.ts';

/** Other rules, or other days, hold from now on: for one family, or for the whole shop when it is null. */
export class ShopRulesChanged extends DomainEvent {
  constructor(
    manager: EntityManager,
    readonly familyId: string | null,
  ) {
    super(manager);
  }
}

/** Somebody wants these rules, or only to see them. Whoever has families says what stands against it. */
export class ShopRulesProposed extends DomainEvent {
  readonly refusals: Refusal[] = [];

  constructor(
    manager: EntityManager,
    /** Null for the whole shop. */
    readonly familyId: string | null,
    /** Null while only the family is in question. */
    readonly book: RuleBook | null,
  ) {
    super(manager);
  }
}
