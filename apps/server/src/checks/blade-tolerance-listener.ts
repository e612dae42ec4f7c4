import { Injectable } from '@nestjs/common';
import { BladeToleranceChanged } from '../blade-sets/index.ts';
import { DomainEvents, OnDomainEvent } from '../platform/index.ts';
import { UnitFactsChanged } from '../units/index.ts';
import { CheckEntity } from './check.entity.ts';

/** Recomputes the units with an open check when the tolerance of a blade set changes. */
@Injectable()
export class BladeToleranceListener {
  constructor(private readonly events: DomainEvents) {}

  /**
   * All open checks, not only those with the set, because an uncommitted save may select it. A job computes them after
   * that commit.
   */
  @OnDomainEvent(BladeToleranceChanged)
  async recompute({ manager }: BladeToleranceChanged): Promise<void> {
    const open = await manager.find(CheckEntity, { select: { unitId: true }, where: { state: 'draft' } });
    const unitIds = open.map(({ unitId }) => unitId).toSorted();
    if (unitIds.length > 0) await this.events.raise(new UnitFactsChanged(manager, unitIds, 'by-a-job'));
  }
}
