import { Injectable } from '@nestjs/common';
import { FamilyChanged } from '../families/index.ts';
import { OnDomainEvent } from '../platform/index.ts';
import { ShopRulesChanged } from '../shop-rules/index.ts';
import { UnitFactsChanged } from '../units/index.ts';
import { StatusService } from './status.service.ts';

/** Updates or marks statuses in the transaction that changes their facts. */
@Injectable()
export class StatusListener {
  constructor(private readonly statuses: StatusService) {}

  @OnDomainEvent(UnitFactsChanged)
  recompute({ manager, unitIds, statuses }: UnitFactsChanged): Promise<void> {
    return statuses === 'at-once'
      ? this.statuses.factsChanged(manager, unitIds)
      : this.statuses.markUnits(manager, unitIds);
  }

  /** Only marked, because there may be tens of thousands. */
  @OnDomainEvent(FamilyChanged)
  markFamily({ manager, familyId }: FamilyChanged): Promise<void> {
    return this.statuses.mark(manager, familyId);
  }

  @OnDomainEvent(ShopRulesChanged)
  markUnderRules({ manager, familyId }: ShopRulesChanged): Promise<void> {
    return this.statuses.mark(manager, familyId);
  }
}
