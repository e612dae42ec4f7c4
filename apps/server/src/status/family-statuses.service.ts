import { Injectable } from '@nestjs/common';
import { DataSource, type EntityManager } from 'typeorm';
import { FamilyStatuses } from '../families/index.ts';
import { type StatusChange, ruleBook } from '../shop-rules/index.ts';
import { Clock } from '../platform/index.ts';
import { StatusUpdater, UnitEntity } from '../units/index.ts';
import { statusChanges } from './status-changes.ts';

/** What a change of a family does to the statuses of its units. */
@Injectable()
export class FamilyStatusesService extends FamilyStatuses {
  constructor(
    private readonly database: DataSource,
    private readonly statuses: StatusUpdater,
    private readonly clock: Clock,
  ) {
    super();
  }

  override async recomputeFamily(manager: EntityManager, familyId: string): Promise<void> {
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

  override async preview(familyId: string, sourceId: string | null): Promise<StatusChange[]> {
    const { manager } = this.database;
    const book = await ruleBook(manager);
    return statusChanges(manager, familyId, this.clock.now(), book, book, (unit) => withInForce(unit, sourceId));
  }
}

function withInForce(unit: UnitEntity, sourceId: string | null): UnitEntity {
  const { family } = unit;
  if (!family) throw new Error('load a unit with its family');
  const sources = family.sources?.map((source) => ({ ...source, inUse: source.id === sourceId })) ?? [];
  return { ...unit, family: { ...family, sources } };
}
