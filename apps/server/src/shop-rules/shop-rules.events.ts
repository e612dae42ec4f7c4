import type { EntityManager } from 'typeorm';
import { DomainEvent } from '../platform/index.ts';

/** Other rules, or other days, hold from now on: for one family, or for the whole shop when it is null. */
export class ShopRulesChanged extends DomainEvent {
  constructor(
    manager: EntityManager,
    readonly familyId: string | null,
  ) {
    super(manager);
  }
}
