import type { EntityManager } from 'typeorm';
import { DomainEvent } from '../platform/index.ts';

/** The sheet of a family, or its source in use, has changed. */
export class FamilyChanged extends DomainEvent {
  constructor(
    manager: EntityManager,
    readonly familyId: string,
  ) {
    super(manager);
  }
}
