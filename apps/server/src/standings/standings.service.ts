import { Injectable } from '@nestjs/common';
import { rankOf } from '@sturdy-shim/core';
import { isDeepStrictEqual } from 'node:util';
import { DataSource, type EntityManager } from 'typeorm';
import { Clock, type Outcome, dayOf, done, shopZone } from '../platform/index.ts';
import { rulesHeld } from '../house/index.ts';
import { StandingKeeper, UnitEntity } from '../units/index.ts';
import { type Drawn, standingFrom } from './evidence.ts';
import { StandingEntity } from './standing.entity.ts';

@Injectable()
export class StandingsService extends StandingKeeper {
  constructor(
    private readonly database: DataSource,
    private readonly clock: Clock,
  ) {
    super();
  }

  override async keep(manager: EntityManager, unitId: string): Promise<void> {
    const unit = await manager.findOneOrFail(UnitEntity, {
      where: { id: unitId },
      relations: { family: { claims: true } },
    });
    const now = this.clock.now();
    const drawn = await standingFrom(manager, unit, now, await rulesHeld(manager));
    await manager.upsert(StandingEntity, rowOf(unitId, drawn, now) as never, ['unitId']);
  }

  async ofUnit(unitId: string): Promise<Outcome<StandingEntity>> {
    await this.refresh();
    return done(await this.database.manager.findOneByOrFail(StandingEntity, { unitId }));
  }

  /**
   * Standings hold for the day they were computed: when the day has turned, those of days before are computed anew,
   * each unit under its lock. Cheap when there is nothing to do: one indexed look.
   */
  async refresh(): Promise<void> {
    const today = dayOf(this.clock.now(), await shopZone(this.database.manager));
    for (;;) {
      const stale = await this.database.manager
        .createQueryBuilder(StandingEntity, 'standing')
        .select('standing.unit_id', 'unitId')
        .where('standing.computed_for <> :today', { today })
        .limit(100)
        .getRawMany<{ unitId: string }>();
      if (stale.length === 0) return;
      for (const { unitId } of stale) {
        await this.database.transaction(async (manager) => {
          await manager.findOneOrFail(UnitEntity, {
            where: { id: unitId },
            select: { id: true },
            lock: { mode: 'pessimistic_write' },
          });
          await this.keep(manager, unitId);
        });
      }
    }
  }
}

/** Units whose stored standing is not what the bare facts give for the moment that it was computed at. */
export async function differingStandings(manager: EntityManager): Promise<string[]> {
  const differing: string[] = [];
  const units = await manager.find(UnitEntity, { relations: { family: { claims: true } } });
  for (const unit of units) {
    const stored = await manager.findOneBy(StandingEntity, { unitId: unit.id });
    if (stored !== null) {
      const anew = rowOf(unit.id, await standingFrom(manager, unit, stored.computedAt), stored.computedAt);
      if (isDeepStrictEqual({ ...stored }, { ...anew })) continue;
    }
    differing.push(unit.tag);
  }
  return differing;
}

function rowOf(unitId: string, { evidence, standing }: Drawn, now: Date): StandingEntity {
  return {
    unitId,
    state: standing.state,
    rank: rankOf(standing.state),
    urgency: standing.urgency,
    reasons: [...standing.reasons],
    hoursNow: standing.hoursNow,
    hoursReadAt: evidence.hours === null ? null : new Date(evidence.hours.readAt),
    dueAtHours: standing.dueAtHours,
    hoursLeft: standing.hoursLeft,
    intervalHours: standing.intervalHours,
    dueAt: standing.dueAt === null ? null : new Date(standing.dueAt),
    daysLeft: standing.daysLeft,
    shareLeft: standing.shareLeft,
    computedFor: dayOf(now, evidence.zone),
    computedAt: now,
  };
}
