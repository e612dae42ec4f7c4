import type { EntityManager } from 'typeorm';
import { DomainEvent } from '../platform/index.ts';

/** Sessions or access keys that have ended: their live connections are closed. */
export class AccessEnded extends DomainEvent {
  constructor(
    manager: EntityManager,
    /** Ids of sessions and access keys. */
    readonly holders: readonly string[],
  ) {
    super(manager);
  }
}
