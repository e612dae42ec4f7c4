import { Injectable } from '@nestjs/common';
import { windowsUnder } from '@sturdy-shim/core';
import { DataSource, type EntityManager } from 'typeorm';
import { FamilyEntity } from '../families/index.ts';
import { type Restanding, type RuleBook, RulesReach, ruleBook } from '../house/index.ts';
import { Clock } from '../platform/index.ts';
import { restandings } from './restandings.ts';
import { StandingEntity } from './standing.entity.ts';

/** A day on which no standing was computed: whoever looks next computes it anew. */
const LONG_AGO = '1970-01-01';

/** What the rules of the house do to families and to the standings of their units. */
@Injectable()
export class RulesReachService extends RulesReach {
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
    const families = await manager.find(FamilyEntity, { relations: { claims: true }, order: { code: 'ASC' } });
    return families
      .filter(({ id, claims }) => claims?.some((claim) => 'refusal' in windowsUnder(claim, book.of(id))))
      .map(({ code }) => code);
  }

  override async preview(familyId: string | null, book: RuleBook): Promise<Restanding[]> {
    const { manager } = this.database;
    return restandings(manager, familyId, this.clock.now(), await ruleBook(manager), book);
  }

  /** Not computed here, since it may be tens of thousands: whoever looks next computes them. */
  override async keep(manager: EntityManager, familyId: string | null): Promise<void> {
    const stale = manager.createQueryBuilder().update(StandingEntity).set({ computedFor: LONG_AGO });
    // Quoted, or the relation of that name would be read.
    if (familyId !== null) stale.where('unit_id in (select id from "unit" where family_id = :familyId)', { familyId });
    await stale.execute();
  }
}
