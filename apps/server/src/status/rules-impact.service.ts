import { Injectable } from '@nestjs/common';
import { windowsUnder } from '@sturdy-shim/core';
import { DataSource, type EntityManager } from 'typeorm';
import { FamilyEntity } from '../families/index.ts';
import { type StatusChange, type RuleBook, RulesImpact, ruleBook } from '../shop-rules/index.ts';
import { Clock } from '../platform/index.ts';
import { statusChanges } from './status-changes.ts';
import { UnitStatusEntity } from './unit-status.entity.ts';

/** A day on which no status was computed: whoever looks next computes it again. */
const LONG_AGO = '1970-01-01';

/** What the shop rules do to families and to the statuses of their units. */
@Injectable()
export class RulesImpactService extends RulesImpact {
  constructor(
    private readonly database: DataSource,
    private readonly clock: Clock,
  ) {
    super();
  }

  override familyExists(manager: EntityManager, familyId: string): Promise<boolean> {
    return manager.existsBy(FamilyEntity, { id: familyId });
  }

  override async unreadable(manager: EntityManager, book: RuleBook): Promise<string[]> {
    const families = await manager.find(FamilyEntity, { relations: { sources: true }, order: { code: 'ASC' } });
    return families
      .filter(({ id, sources }) => sources?.some((source) => 'refusal' in windowsUnder(source, book.of(id))))
      .map(({ code }) => code);
  }

  override async preview(familyId: string | null, book: RuleBook): Promise<StatusChange[]> {
    const { manager } = this.database;
    return statusChanges(manager, familyId, this.clock.now(), await ruleBook(manager), book);
  }

  /** Not computed here, since it may be tens of thousands: whoever looks next computes them. */
  override async markStale(manager: EntityManager, familyId: string | null): Promise<void> {
    const stale = manager.createQueryBuilder().update(UnitStatusEntity).set({ computedFor: LONG_AGO });
    // Quoted, or the relation of that name would be read.
    if (familyId !== null) stale.where('unit_id in (select id from "unit" where family_id = :familyId)', { familyId });
    await stale.execute();
  }
}
