import { Injectable } from '@nestjs/common';
import { type CumulativeHours, type TimeZone, nameKey, unprintableShown, valueAt } from '@sturdy-shim/core';
import { Any, DataSource, type EntityManager, In, IsNull, Not } from 'typeorm';
import { CheckEntity, FindingEntity } from '../../checks/index.ts';
import { knownFamilies, layoutOf } from '../../families/index.ts';
import { type Entered, pastCheckRows } from '../../past-checks/index.ts';
import {
  AuditedTransaction,
  Clock,
  DomainEvents,
  type Refusal,
  type Result,
  currentActor,
  dayOf,
  fail,
  grouped,
  ok,
  shopZone,
} from '../../platform/index.ts';
import { rulesHeld } from '../../shop-rules/index.ts';
import { undefused } from '../../spreadsheets/index.ts';
import { hoursFromStart, hoursOnRecordOf } from '../../unit-record/index.ts';
import { UnitEntity, UnitFactsChanged, UnitsService } from '../../units/index.ts';
import { FileImport, type Planned } from '../file-import.ts';
import { ImportProgress } from '../import-progress.ts';
import type { Row } from '../table.ts';
import { CHECK_COLUMNS, type CheckRow, checkRows } from './check-columns.ts';
import { type OnRecord, type WantedCheck, planChecks } from './check-plan.ts';

const checkKey = (unitId: string, day: string, by: string): string => JSON.stringify([unitId, day, nameKey(by)]);

const enteredMeanwhile: Refusal = {
  code: 'stale-plan',
  status: 409,
  detail: 'A check of this file has been entered since it was previewed.',
  remedy: 'Preview it again, then import.',
};

/** Checks read at once for an export. */
const PAGE = 500;

/** Imports past checks from a file and exports all checks in the same columns. */
@Injectable()
export class ChecksImport extends FileImport<WantedCheck> {
  override readonly columns = CHECK_COLUMNS;
  override readonly words = { one: 'check', many: 'rows of checks' };

  constructor(
    private readonly database: DataSource,
    protected override readonly transaction: AuditedTransaction,
    protected override readonly progress: ImportProgress,
    private readonly units: UnitsService,
    private readonly events: DomainEvents,
    private readonly clock: Clock,
  ) {
    super();
  }

  /** The rows of every signed check that counts, by unit and time, page by page. */
  async *pages(): AsyncGenerator<CheckRow[]> {
    const { manager } = this.database;
    const zone = await shopZone(manager);
    for (let after: readonly [string, Date, string] | null = null; ;) {
      const checks: CheckEntity[] = await manager
        .createQueryBuilder(CheckEntity, 'signed')
        .innerJoinAndSelect('signed.unit', 'unit')
        .innerJoinAndSelect('unit.family', 'family')
        .where("signed.state = 'signed' and not signed.struck")
        .andWhere(
          after === null ? 'true' : '(signed.unit_id, signed.performed_at, signed.id) > (:unitId, :at, :id)',
          after === null ? {} : { unitId: after[0], at: after[1], id: after[2] },
        )
        .orderBy('signed.unit_id')
        .addOrderBy('signed.performed_at')
        .addOrderBy('signed.id')
        .limit(PAGE)
        .getMany();
      const last = checks.at(-1);
      if (last === undefined || last.performedAt === null) return;
      yield (await this.withRows(manager, checks, zone)).flatMap(({ rows }) => rows);
      after = [last.unitId, last.performedAt, last.id];
    }
  }

  protected override async plan(rows: readonly Row[]): Promise<Planned<WantedCheck>[]> {
    const { manager } = this.database;
    const zone = await shopZone(manager);
    // Only the units in the file. Cells are not validated yet, so values that the database does not accept are left out.
    const keys = rows.map(({ cells }) => nameKey(unprintableShown(undefused(cells.tag ?? ''))));
    const units = await manager.find(UnitEntity, {
      where: { tagKey: Any([...new Set(keys)]) },
      relations: { family: true },
    });
    const enteredOf = await this.entering(manager, units, zone);
    const checks = await this.withRows(
      manager,
      await manager.find(CheckEntity, {
        where: { unitId: Any(units.map(({ id }) => id)), state: 'signed', struck: false },
        relations: { unit: { family: true } },
      }),
      zone,
    );
    const byDay = grouped(checks, ({ check: { unitId }, rows: [row] }) => `${unitId} ${row?.done_on ?? ''}`);
    const known: OnRecord = {
      units: new Map(units.map((unit) => [nameKey(unit.tag), unit])),
      today: dayOf(this.clock.now(), zone),
      checksOn: (unitId, day) => (byDay.get(`${unitId} ${day}`) ?? []).map((each) => each.rows),
      refusalOf: ({ unit, past }) => {
        const read = pastCheckRows(past, enteredOf(unit));
        if (read.ok) return null;
        const { detail, remedy, field } = read.refusal;
        return { field: field === 'hours' ? 'hours' : 'done_on', problem: detail, remedy };
      },
    };
    return planChecks(rows, known);
  }

  protected override async carrying(
    manager: EntityManager,
    planned: readonly Planned<WantedCheck>[],
  ): Promise<(wanted: WantedCheck) => Promise<Result<unknown>>> {
    const adding = planned.flatMap(({ shown, wanted }) => (shown.action === 'add' && wanted !== null ? [wanted] : []));
    const ids = [...new Set(adding.map(({ unit }) => unit.id))];
    await this.units.lockMany(manager, ids);
    const units = await manager.find(UnitEntity, { where: { id: In(ids) } });
    const byId = new Map(units.map((unit) => [unit.id, unit]));
    const enteredOf = await this.entering(manager, units, await shopZone(manager));
    // A job computes the statuses of many units, once these rows are committed.
    await this.events.raise(new UnitFactsChanged(manager, ids, 'by-a-job'));
    // After the lock: another request may have entered the same checks since the plan was made.
    const entered = new Set(
      (await manager.find(CheckEntity, { where: { unitId: In(ids), past: Not(IsNull()), struck: false } })).map(
        ({ unitId, past }) => checkKey(unitId, past?.doneOn ?? '', past?.doneBy ?? ''),
      ),
    );
    return async ({ unit, past }) => {
      if (entered.has(checkKey(unit.id, past.doneOn, past.doneBy))) return fail(enteredMeanwhile);
      const read = pastCheckRows(past, enteredOf(valueAt(byId, unit.id)));
      if (!read.ok) return read;
      await manager.insert(CheckEntity, read.value.check);
      await manager.insert(FindingEntity, read.value.findings);
      return ok(read.value.check.id);
    };
  }

  /** Loads the data for entering checks of these units, with a constant number of statements. */
  private async entering(
    manager: EntityManager,
    units: readonly UnitEntity[],
    zone: TimeZone,
  ): Promise<(unit: UnitEntity) => Entered> {
    const now = this.clock.now();
    const hours = await hoursOnRecordOf(manager, units, now);
    const known = new Map(
      units.map(({ id }): [string, readonly CumulativeHours[]] => [id, hoursFromStart(valueAt(hours, id))]),
    );
    const families = await knownFamilies(
      manager,
      units.map(({ familyId }) => familyId),
    );
    const rules = await rulesHeld(manager);
    const actor = currentActor();
    const by = { id: actor.kind === 'person' ? actor.id : null, name: actor.name };
    return (unit) => {
      const family = valueAt(families, unit.familyId);
      const context = { rules: rules.of(family.id), bladeToleranceMm: null };
      return { unit, family, context, zone, now, known: valueAt(known, unit.id), by };
    };
  }

  /** The file rows of loaded checks; one statement loads the findings of all. */
  private async withRows(manager: EntityManager, checks: readonly CheckEntity[], zone: TimeZone) {
    const findings = grouped(
      await manager.find(FindingEntity, {
        where: { checkId: In(checks.filter(({ past }) => past === null).map(({ id }) => id)) },
        order: { cylinder: 'ASC', kind: 'DESC', ordinal: 'ASC' },
      }),
      ({ checkId }) => checkId,
    );
    return checks.map((check) => {
      const { unit } = check;
      if (unit?.family === undefined) throw new Error('load a check with its unit and family');
      const { tag, family } = unit;
      const of = { tag, layout: layoutOf(family), check, findings: findings.get(check.id) ?? [] };
      return { check, rows: checkRows(of, zone) };
    });
  }
}
