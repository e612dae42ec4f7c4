import { Injectable } from '@nestjs/common';
import { DataSource } from 'typeorm';
import { restoreFollowUps, withdrawFollowUps } from '../follow-ups/index.ts';
import { closeAgain, reopenProblemReports } from '../problem-reports/index.ts';
import {
  Clock,
  type Result,
  AuditedTransaction,
  currentActor,
  ok,
  idTaken,
  fail,
  sameContent,
  DomainEvents,
} from '../platform/index.ts';
import { UnitFactsChanged, UnitsService } from '../units/index.ts';
import { type NewAmendmentDto, amendmentDto } from './amendment.dto.ts';
import { AmendmentEntity } from './amendment.entity.ts';
import { CheckEntity } from './check.entity.ts';
import * as refusals from './refusals.ts';

@Injectable()
export class AmendmentsService {
  constructor(
    private readonly database: DataSource,
    private readonly transaction: AuditedTransaction,
    private readonly units: UnitsService,
    private readonly events: DomainEvents,
    private readonly clock: Clock,
  ) {}

  /**
   * Amends a signed check: a remark, striking it out (which reopens the reports it answered), or restoring it. The
   * unit's status is updated in the same transaction; idempotent by its id.
   */
  async amend(checkId: string, { id, kind, reason }: NewAmendmentDto): Promise<Result<AmendmentEntity>> {
    const known = await this.database.manager.findOneBy(CheckEntity, { id: checkId });
    if (known === null) return fail(refusals.noSuchCheck);
    return this.transaction.run(async (manager) => {
      await this.units.lock(manager, known.unitId);
      const before = await manager.findOneBy(AmendmentEntity, { id });
      if (before !== null) {
        const same = sameContent(before, { checkId, kind, reason });
        return same ? ok(before) : fail(idTaken('amendment', amendmentDto(before)));
      }
      const check = await manager.findOneByOrFail(CheckEntity, { id: checkId });
      if (check.state !== 'signed') return fail(refusals.notSigned);
      if (kind === 'struck' && check.struck) return fail(refusals.struckAlready);
      if (kind === 'restored' && !check.struck) return fail(refusals.notStruck);
      const { unitId } = check;
      const amendment: AmendmentEntity = {
        id,
        checkId,
        unitId,
        kind,
        reason,
        madeBy: currentActor().name,
        madeAt: this.clock.now(),
      };
      await manager.insert(AmendmentEntity, amendment);
      if (kind !== 'remark') {
        await manager.update(CheckEntity, { id: checkId }, { struck: kind === 'struck' });
        await (kind === 'struck' ? reopenProblemReports(manager, checkId) : closeAgain(manager, check));
        await (kind === 'struck' ? withdrawFollowUps(manager, checkId) : restoreFollowUps(manager, check));
        await this.events.raise(new UnitFactsChanged(manager, [unitId]));
      }
      return ok(amendment);
    });
  }
}
