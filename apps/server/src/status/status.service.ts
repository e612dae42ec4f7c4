import { Injectable, type OnModuleInit } from '@nestjs/common';
import { valueAt, nextCalendarChange, dueRulesUnder, rankOf, widthsOutside } from '@sturdy-shim/core';
import { isDeepStrictEqual } from 'node:util';
import { DataSource, type EntityManager } from 'typeorm';
import { Jobs } from '../jobs/index.ts';
import { Clock, DomainEvents, type Result, ok, preparedRows } from '../platform/index.ts';
import { type RuleBook, rulesHeld, ruleBook } from '../shop-rules/index.ts';
import { FAMILY_RELATIONS } from '../families/index.ts';
import { toInstant } from '../readings/index.ts';
import { type FactsFrom, type OnRecord, forgetFacts, readRecord } from '../unit-record/index.ts';
import { UnitEntity } from '../units/index.ts';
import { type UnitEvidence, evidenceOf, statusUnder } from './evidence.ts';
import { withFamilies } from './with-families.ts';
import { keepStatuses } from './status-rows.ts';
import { StatusesComputed } from './statuses-computed.ts';
import { UnitStatusEntity } from './unit-status.entity.ts';

/** Number of units per transaction, which takes a few queries and one upsert. */
const AT_A_TIME = 500;
/** Marked, or its next change is due. */
const WAITS = '(mark <> computed_mark or changes_at <= $1)';
const COUNT_WAITING = `select count(*)::int as rows from unit_status where ${WAITS}`;
/** Each by its own index; rows locked by another node are skipped. */
const TAKE_MARKED = `select "unit".id from unit_status join "unit" on "unit".id = unit_id where mark <> computed_mark
  order by unit_id limit $1 for update of "unit" skip locked`;
const TAKE_DUE = `select "unit".id from unit_status join "unit" on "unit".id = unit_id where changes_at <= $2
  order by changes_at limit $1 for update of "unit" skip locked`;
/** Locked in id order, to avoid deadlocks. */
const MARK = `with rows as (select unit_id from unit_status join "unit" on "unit".id = unit_id
    where $1::uuid is null or "unit".family_id = $1 order by unit_id for update of unit_status)
  update unit_status set mark = mark + 1 from rows where unit_status.unit_id = rows.unit_id`;
const UNITS = { name: 'units-of-statuses', where: 'id = any($1) order by id' };
const MARK_UNITS = `with rows as (select unit_id from unit_status where unit_id = any($1) order by unit_id for update)
  update unit_status set mark = mark + 1 from rows where unit_status.unit_id = rows.unit_id`;

@Injectable()
export class StatusService implements OnModuleInit {
  constructor(
    private readonly database: DataSource,
    private readonly clock: Clock,
    private readonly jobs: Jobs,
    private readonly events: DomainEvents,
  ) {}

  onModuleInit(): void {
    // Every minute, because the next change of a unit may be due.
    this.jobs.handle('status', async () => saidOf(await this.computeWaiting()), '* * * * *');
  }

  /** Refreshes the stored facts of units and computes their statuses. The caller holds the lock of each unit. */
  factsChanged(manager: EntityManager, unitIds: readonly string[]): Promise<void> {
    return this.recomputeMany(manager, unitIds, 'record');
  }

  /** Recomputes the statuses of units with a constant number of queries. The caller holds the lock of each unit. */
  async recomputeMany(
    manager: EntityManager,
    unitIds: readonly string[],
    from: FactsFrom['from'] = 'kept',
  ): Promise<void> {
    if (unitIds.length === 0) return;
    const now = this.clock.now();
    // Marks are read together with the record, and families later: later marks stay set.
    const book = await rulesHeld(manager);
    const record = await readRecord(manager, unitIds, now, { from, keep: true });
    const units = await unitsWithFamilies(manager, unitIds);
    if (units.length === 0) return;
    const rows = await statusRows(units, now, book, record);
    const stored = rows.map((row) => ({ ...row, ...markOf(record.markOf(row.unitId)) }));
    await keepStatuses(manager, stored);
    await this.events.raise(
      new StatusesComputed(
        manager,
        units.map(({ tag }) => tag),
      ),
    );
  }

  ofUnit(unitId: string): Promise<Result<UnitStatusEntity>> {
    return this.database.manager.findOneByOrFail(UnitStatusEntity, { unitId }).then(ok);
  }

  /** Number of pending statuses; readers see their earlier values. */
  async waiting(): Promise<number> {
    const [row] = await this.database.query<[{ rows: number }]>(COUNT_WAITING, [this.clock.now()]);
    return row.rows;
  }

  /** Marks the units of a family, or all, for recomputation by a job, in one statement. */
  async mark(manager: EntityManager, familyId: string | null): Promise<void> {
    await manager.query(MARK, [familyId]);
    await this.jobs.ask(manager, 'status');
  }

  /** Marks units with changed facts for the job. The caller requests the job after its last call. */
  async markUnits(manager: EntityManager, unitIds: readonly string[]): Promise<void> {
    await forgetFacts(manager, unitIds);
    await manager.query(MARK_UNITS, [unitIds]);
  }

  /**
   * Computes marked statuses in batches, each in its own transaction. @returns their number. Several nodes share the
   * work: rows locked by another node are skipped.
   */
  async computeWaiting(): Promise<number> {
    let computed = 0;
    for (;;) {
      const some = await this.database.transaction((manager) => this.computeSome(manager));
      computed += some;
      if (some === 0) return computed;
    }
  }

  private async computeSome(manager: EntityManager): Promise<number> {
    const marked = await manager.query<{ id: string }[]>(TAKE_MARKED, [AT_A_TIME]);
    const waiting =
      marked.length > 0 ? marked : await manager.query<{ id: string }[]>(TAKE_DUE, [AT_A_TIME, this.clock.now()]);
    await this.recomputeMany(
      manager,
      waiting.map(({ id }) => id),
    );
    return waiting.length;
  }
}

const saidOf = (computed: number): string => (computed === 0 ? 'Nothing was waiting.' : `${computed} units computed.`);

const markOf = (mark = 1) => ({ mark, computedMark: mark });

/** Units in the order of their ids, each with its family. */
async function unitsWithFamilies(manager: EntityManager, unitIds: readonly string[]): Promise<UnitEntity[]> {
  return withFamilies(manager, await preparedRows(manager, UnitEntity, UNITS, [unitIds]));
}

/** Statuses computed from the record at a moment. */
async function statusRows(
  units: readonly UnitEntity[],
  now: Date,
  book: RuleBook,
  record: OnRecord,
): Promise<Omit<UnitStatusEntity, 'mark' | 'computedMark'>[]> {
  const evidence = await evidenceOf(record, units);
  return units.map((unit) => rowOf(unit, valueAt(evidence, unit.id), now, book));
}

function rowOf(
  unit: UnitEntity,
  known: UnitEvidence,
  now: Date,
  book: RuleBook,
): Omit<UnitStatusEntity, 'mark' | 'computedMark'> {
  const rules = book.of(unit.familyId);
  const { evidence, status } = statusUnder(known, unit, now, rules);
  const readAt = evidence.hours?.readAt ?? null;
  const byCalendar = nextCalendarChange({ ...status, readAt }, dueRulesUnder(rules), toInstant(now), evidence.zone);
  // A future reading counts from its moment on.
  const changes = [byCalendar, known.facts.nextReadingAt].filter((moment) => moment !== null);
  return {
    unitId: unit.id,
    familyId: unit.familyId,
    siteId: unit.siteId,
    kind: unit.kind,
    tagKey: unit.tagKey,
    state: status.state,
    rank: rankOf(status.state),
    reasons: [...status.reasons],
    hoursNow: status.hoursNow,
    hoursReadAt: readAt === null ? null : new Date(readAt),
    dueAtHours: status.dueAtHours,
    hoursLeft: status.hoursLeft,
    intervalHours: status.intervalHours,
    dueAt: status.dueAt === null ? null : new Date(status.dueAt),
    intervalDays: status.intervalDays,
    widthsOutside: widthsOutside(status.reasons),
    changesAt: changes.length === 0 ? null : new Date(Math.min(...changes)),
    computedAt: now,
  };
}

/** The reference for stored facts and statuses. */
const BARE: FactsFrom = { from: 'record', keep: false };

/** The status of a unit computed from the bare record at a moment. */
export async function statusAgain(manager: EntityManager, unitId: string, at: Date) {
  const units = await unitsWithFamilies(manager, [unitId]);
  const record = await readRecord(manager, [unitId], at, BARE);
  const [row] = await statusRows(units, at, await ruleBook(manager), record);
  return row;
}

/** Units whose stored status differs from a computation from bare facts for the same moment. */
export async function differingStatuses(manager: EntityManager): Promise<string[]> {
  const differing: string[] = [];
  const book = await ruleBook(manager);
  const units = await manager.find(UnitEntity, { relations: { family: FAMILY_RELATIONS } });
  for (const unit of units) {
    const stored = await manager.findOneBy(UnitStatusEntity, { unitId: unit.id });
    if (stored !== null) {
      const record = await readRecord(manager, [unit.id], stored.computedAt, BARE);
      const [again] = await statusRows([unit], stored.computedAt, book, record);
      const { mark, computedMark, ...computed } = stored;
      if (mark === computedMark && isDeepStrictEqual(computed, again)) continue;
    }
    differing.push(unit.tag);
  }
  return differing;
}
