import type { EntityManager } from 'typeorm';
import { DomainEvent } from '../platform/index.ts';

/** The tolerance of a blade set was entered or changed, which affects the verdicts of gaps gauged with it. */
export class BladeToleranceChanged extends DomainEvent {
  constructor(
    manager: EntityManager,
    readonly bladeSetId: string,
  ) {
    super(manager);
  }
}
