import { Injectable } from '@nestjs/common';
import { DataSource, type EntityManager } from 'typeorm';
import { FamilyStandings } from '../families/index.ts';
import { type Restanding, ruleBook } from '../house/index.ts';
import { Clock } from '../platform/index.ts';
import { StandingKeeper, UnitEntity } from '../units/index.ts';
import { restandings } from './restandings.ts';

/** What a change of a family does to the standings of its units. */
@Injectable()
export class FamilyStandingsService extends FamilyStandings {
  constructor(
    private readonly database: DataSource,
    private readonly standings: StandingKeeper,
    private readonly clock: Clock,
  ) {
    super();
  }

  override async keepAll(manager: EntityManager, familyId: string): Promise<void> {
    // In one order for everybody, so that two changes do not wait for each other.
    const units = await manager.find(UnitEntity, {
      where: { familyId },
      select: { id: true },
      order: { id: 'ASC' },
      lock: { mode: 'pessimistic_write' },
    });
    await this.standings.keepMany(
      manager,
      units.map(({ id }) => id),
    );
  }

  override async preview(familyId: string, claimId: string | null): Promise<Restanding[]> {
    const { manager } = this.database;
    const book = await ruleBook(manager);
    return restandings(manager, familyId, this.clock.now(), book, book, (unit) => withInForce(unit, claimId));
  }
}

function withInForce(unit: UnitEntity, claimId: string | null): UnitEntity {
  const { family } = unit;
  if (!family) throw new Error('load a unit with its family');
  const claims = family.claims?.map((claim) => ({ ...claim, inForce: claim.id === claimId })) ?? [];
  return { ...unit, family: { ...family, claims } };
}
