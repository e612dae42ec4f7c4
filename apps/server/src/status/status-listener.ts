import { Injectable } from '@nestjs/common';
import { FamilyChanged } from '../families/index.ts';
import { OnDomainEvent } from '../platform/index.ts';
import { ShopRulesChanged } from '../shop-rules/index.ts';
import { UnitEntity, UnitFactsChanged } from '../units/index.ts';
import { StatusService } from './status.service.ts';
import { UnitStatusEntity } from './unit-status.entity.ts';

/** A day on which no status was computed: whoever looks next computes it again. */
const LONG_AGO = '1970-01-01';

/** Keeps statuses true in the transaction of whatever changes the facts under them. */
@Injectable()
export class StatusListener {
  constructor(private readonly statuses: StatusService) {}

  @OnDomainEvent(UnitFactsChanged)
  recompute({ manager, unitIds }: UnitFactsChanged): Promise<void> {
    return this.statuses.recomputeMany(manager, unitIds);
  }

  @OnDomainEvent(FamilyChanged)
  async recomputeFamily({ manager, familyId }: FamilyChanged): Promise<void> {
    // In one order for everybody, so that two changes do not wait for each other.
    const units = await manager.find(UnitEntity, {
      where: { familyId },
      select: { id: true },
      order: { id: 'ASC' },
      lock: { mode: 'pessimistic_write' },
    });
    await this.statuses.recomputeMany(
      manager,
      units.map(({ id }) => id),
    );
  }

  /** Not computed here, since it may be tens of thousands: whoever looks next computes them. */
  @OnDomainEvent(ShopRulesChanged)
  async markStale({ manager, familyId }: ShopRulesChanged): Promise<void> {
    const stale = manager.createQueryBuilder().update(UnitStatusEntity).set({ computedFor: LONG_AGO });
    // Quoted, or the relation of that name would be read.
    if (familyId !== null) stale.where('unit_id in (select id from "unit" where family_id = :familyId)', { familyId });
    await stale.execute();
  }
}
