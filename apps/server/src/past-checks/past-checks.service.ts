import { Injectable } from '@nestjs/common';
import { valueAt } from '@sturdy-shim/core';
import { CheckEntity, type CheckWithFindings, FindingEntity, withFindings } from '../checks/index.ts';
import { knownFamilies, layoutOf } from '../families/index.ts';
import {
  AuditedTransaction,
  Clock,
  DomainEvents,
  type Result,
  currentPerson,
  dayOf,
  fail,
  idTaken,
  ok,
  sameContent,
  shopZone,
} from '../platform/index.ts';
import { rulesHeld } from '../shop-rules/index.ts';
import { hoursFromStart, hoursOnRecordOf } from '../unit-record/index.ts';
import { UnitFactsChanged, UnitsService } from '../units/index.ts';
import type { NewPastCheckDto } from './past-check.dto.ts';
import { pastCheckRows } from './past-check-row.ts';
import { doneLater } from './refusals.ts';
import { writtenValves } from './written-check.ts';

/** Enters checks that were done elsewhere or earlier. They count at their own date. */
@Injectable()
export class PastChecksService {
  constructor(
    private readonly transaction: AuditedTransaction,
    private readonly units: UnitsService,
    private readonly events: DomainEvents,
    private readonly clock: Clock,
  ) {}

  async enter(tag: string, sent: NewPastCheckDto): Promise<Result<CheckWithFindings>> {
    const found = await this.units.idOf(tag);
    if (!found.ok) return found;
    return this.transaction.run(async (manager) => {
      const unit = await this.units.lock(manager, found.value);
      const family = valueAt(await knownFamilies(manager, [unit.familyId]), unit.familyId);
      const written = writtenValves(sent.valves, sent.unit, layoutOf(family));
      if (!written.ok) return written;
      const past = {
        id: sent.id,
        doneOn: sent.doneOn,
        doneBy: sent.doneBy ?? '',
        hours: sent.hours ?? null,
        engine: sent.engine,
        note: sent.note ?? '',
        valves: written.value,
      };
      const before = await manager.findOneBy(CheckEntity, { id: sent.id });
      if (before !== null) {
        const { doneOn, doneBy, hours, note, valves } = past;
        const same =
          before.draft.engine === past.engine &&
          sameContent(before, { unitId: unit.id, past: { doneOn, doneBy, valves }, hoursAt: hours, note });
        return same
          ? ok(await withFindings(manager, before))
          : fail(idTaken('check', { id: before.id, unitId: before.unitId, state: before.state }));
      }
      const now = this.clock.now();
      const zone = await shopZone(manager);
      if (past.doneOn > dayOf(now, zone)) return fail(doneLater);
      const known = hoursFromStart(valueAt(await hoursOnRecordOf(manager, [unit], now), unit.id));
      const { id, name } = currentPerson();
      const context = { rules: (await rulesHeld(manager)).of(family.id), bladeToleranceMm: null };
      const rows = pastCheckRows(past, { unit, family, context, zone, now, known, by: { id, name } });
      if (!rows.ok) return rows;
      const { check, findings } = rows.value;
      await manager.insert(CheckEntity, check);
      await manager.insert(FindingEntity, findings);
      await this.events.raise(new UnitFactsChanged(manager, [unit.id]));
      return ok({ check, findings, amendments: [] });
    });
  }
}
