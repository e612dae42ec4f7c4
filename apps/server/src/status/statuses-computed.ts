import type { EntityManager } from 'typeorm';
import { DomainEvent } from '../platform/index.ts';

/** These units may stand otherwise now. */
export class StatusesComputed extends DomainEvent {
  constructor(
    manager: EntityManager,
    readonly tags: readonly string[],
  ) {
    super(manager);
  }
}
