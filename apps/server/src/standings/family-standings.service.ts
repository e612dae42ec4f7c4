import { Injectable } from '@nestjs/common';
import { standingOf } from '@sturdy-shim/core';
import { DataSource, type EntityManager } from 'typeorm';
import { FamilyStandings, type Restanding } from '../families/index.ts';
import { Clock } from '../platform/index.ts';
import { StandingKeeper, UnitEntity } from '../units/index.ts';
import { evidenceOf } from './evidence.ts';

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
    for (const { id } of units) await this.standings.keep(manager, id);
  }

  override async preview(familyId: string, claimId: string | null): Promise<Restanding[]> {
    const { manager } = this.database;
    const now = this.clock.now();
    const units = await manager.find(UnitEntity, {
      where: { familyId },
      relations: { family: { claims: true } },
      order: { tagKey: 'ASC' },
    });
    const changed: Restanding[] = [];
    for (const unit of units) {
      const before = standingOf(await evidenceOf(manager, unit, now)).state;
      const after = standingOf(await evidenceOf(manager, withInForce(unit, claimId), now)).state;
      if (before !== after) changed.push({ tag: unit.tag, before, after });
    }
    return changed;
  }
}

function withInForce(unit: UnitEntity, claimId: string | null): UnitEntity {
  const { family } = unit;
  if (!family) throw new Error('load a unit with its family');
  const claims = family.claims?.map((claim) => ({ ...claim, inForce: claim.id === claimId })) ?? [];
  return { ...unit, family: { ...family, claims } };
}
