import type { EntityManager } from 'typeorm';
import { DomainEvent } from '../platform/index.ts';

/** The tolerance of a blade set was entered or changed, and with it the verdict of gaps that were gauged with the set. */
export class BladeToleranceChanged extends DomainEvent {
  constructor(
    manager: EntityManager,
    readonly bladeSetId: string,
  ) {
    super(manager);
  }
}
