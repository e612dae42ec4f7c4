import type { EntityManager } from 'typeorm';
import { DomainEvent } from '../platform/index.ts';

/** Facts of the status of these units have changed: the unit itself, its readings, checks or problem reports. */
export class UnitFactsChanged extends DomainEvent {
  constructor(
    manager: EntityManager,
    readonly unitIds: readonly string[],
    /**
     * `at-once`: in the same transaction. `by-a-job`: marked there and computed by a job, for changes of many units at
     * once.
     */
    readonly statuses: 'at-once' | 'by-a-job' = 'at-once',
  ) {
    super(manager);
  }
}
