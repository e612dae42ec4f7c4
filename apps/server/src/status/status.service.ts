import { Injectable } from '@nestjs/common';
import { rankOf } from '@sturdy-shim/core';
import { isDeepStrictEqual } from 'node:util';
import { Any, DataSource, type EntityManager, Not } from 'typeorm';
import { Clock, type Result, dayOf, ok, shopZone } from '../platform/index.ts';
import { rulesHeld } from '../shop-rules/index.ts';
import { FAMILY_RELATIONS } from '../families/index.ts';
import { UnitEntity } from '../units/index.ts';
import { type Drawn, type Facts, factsOf, statusFrom, statusUnder } from './evidence.ts';
import { UnitStatusEntity } from './unit-status.entity.ts';

@Injectable()
export class StatusService {
  constructor(
    private readonly database: DataSource,
    private readonly clock: Clock,
  ) {}

  /** Computes the status of units again, in a few queries for however many. */
  async recomputeMany(manager: EntityManager, unitIds: readonly string[]): Promise<void> {
    const now = this.clock.now();
    const book = await rulesHeld(manager);
    const units = await manager.find(UnitEntity, {
      where: { id: Any([...unitIds]) },
      relations: { family: FAMILY_RELATIONS },
    });
    const facts = await factsOf(manager, units, now);
    const rows = units.map((unit) =>
      rowOf(unit.id, statusUnder(facts.get(unit.id) as Facts, unit, now, book.of(unit.familyId)), now),
    );
    if (rows.length > 0) await manager.upsert(UnitStatusEntity, rows, ['unitId']);
  }

  async ofUnit(unitId: string): Promise<Result<UnitStatusEntity>> {
    await this.refresh();
    return ok(await this.database.manager.findOneByOrFail(UnitStatusEntity, { unitId }));
  }

  /**
   * Statuses hold for the day they were computed: when the day has turned, those of days before are computed again, many
   * at a time, each unit under its lock. Several who look at once share the work. Cheap when there is nothing to do: one
   * indexed look.
   */
  async refresh(): Promise<void> {
    const { manager } = this.database;
    for (;;) {
      // Asked each time: the day may turn in the meantime.
      const today = dayOf(this.clock.now(), await shopZone(manager));
      if (!(await manager.existsBy(UnitStatusEntity, { computedFor: Not(today) }))) return;
      const some = await this.database.transaction((inside) => this.refreshSome(inside, today));
      // What is left is being computed by somebody else.
      if (some === 0) await new Promise((resolve) => setTimeout(resolve, 30));
    }
  }

  private async refreshSome(manager: EntityManager, today: string): Promise<number> {
    const stale = await manager.query<{ id: string }[]>(
      `select id from "unit" where id in (select unit_id from unit_status where computed_for <> $1 limit $2)
       order by id for update skip locked`,
      [today, AT_A_TIME],
    );
    await this.recomputeMany(
      manager,
      stale.map(({ id }) => id),
    );
    return stale.length;
  }
}

const AT_A_TIME = 200;

/** Units whose stored status is not what the bare facts give for the moment that it was computed at. */
export async function differingStatuses(manager: EntityManager): Promise<string[]> {
  const differing: string[] = [];
  const units = await manager.find(UnitEntity, { relations: { family: FAMILY_RELATIONS } });
  for (const unit of units) {
    const stored = await manager.findOneBy(UnitStatusEntity, { unitId: unit.id });
    if (stored !== null) {
      const again = rowOf(unit.id, await statusFrom(manager, unit, stored.computedAt), stored.computedAt);
      if (isDeepStrictEqual({ ...stored }, { ...again })) continue;
    }
    differing.push(unit.tag);
  }
  return differing;
}

function rowOf(unitId: string, { evidence, status }: Drawn, now: Date): UnitStatusEntity {
  return {
    unitId,
    state: status.state,
    rank: rankOf(status.state),
    urgency: status.urgency,
    reasons: [...status.reasons],
    hoursNow: status.hoursNow,
    hoursReadAt: evidence.hours === null ? null : new Date(evidence.hours.readAt),
    dueAtHours: status.dueAtHours,
    hoursLeft: status.hoursLeft,
    intervalHours: status.intervalHours,
    dueAt: status.dueAt === null ? null : new Date(status.dueAt),
    daysLeft: status.daysLeft,
    shareLeft: status.shareLeft,
    computedFor: dayOf(now, evidence.zone),
    computedAt: now,
  };
}
