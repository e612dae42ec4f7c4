import type { EntityManager } from 'typeorm';
import { DomainEvent } from '../platform/index.ts';

/** The rules or the zone changed, for one family, or for the whole shop if null. */
export class ShopRulesChanged extends DomainEvent {
  constructor(
    manager: EntityManager,
    readonly familyId: string | null,
  ) {
    super(manager);
  }
}
