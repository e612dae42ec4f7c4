import type { EntityManager } from 'typeorm';
import { DomainEvent } from '../platform/index.ts';

/** The statuses of these units may have changed. */
export class StatusesComputed extends DomainEvent {
  constructor(
    manager: EntityManager,
    readonly tags: readonly string[],
  ) {
    super(manager);
  }
}
