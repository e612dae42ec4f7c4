import { Injectable } from '@nestjs/common';
import { stillOff } from '@sturdy-shim/core';
import { DataSource, IsNull } from 'typeorm';
import { leaveOpen } from '../follow-ups/index.ts';
import { AuditedTransaction, Clock, DomainEvents, type Result, currentActor, fail, ok } from '../platform/index.ts';
import { UnitFactsChanged, UnitsService } from '../units/index.ts';
import { EngineQuestionEntity } from './engine-question.entity.ts';
import { putBack } from './left-open.ts';
import * as refusals from './refusals.ts';

const SHOWN = 200;

/** Questions to a lead, asked once, about how older checks left the engines. */
@Injectable()
export class EngineQuestionsService {
  constructor(
    private readonly database: DataSource,
    private readonly transaction: AuditedTransaction,
    private readonly units: UnitsService,
    private readonly events: DomainEvents,
    private readonly clock: Clock,
  ) {}

  /** Unanswered questions, ordered by tag. */
  open(): Promise<EngineQuestionEntity[]> {
    return this.database.manager.find(EngineQuestionEntity, {
      where: { answer: IsNull() },
      relations: { unit: true, check: true },
      order: { unit: { tagKey: 'ASC' } },
      take: SHOWN,
    });
  }

  /**
   * Answers a question; idempotent. An engine that was left open keeps its unit in: by the open check, or by a
   * follow-up to put the parts back.
   */
  async answer(checkId: string, closed: boolean): Promise<Result<null>> {
    return this.transaction.run(async (manager) => {
      const question = await manager.findOne(EngineQuestionEntity, { where: { checkId }, relations: { check: true } });
      if (question === null) return fail(refusals.noSuchCheck);
      await this.units.lock(manager, question.unitId);
      const answer = closed ? 'closed' : 'open';
      if (question.answer !== null) return question.answer === answer ? ok(null) : fail(refusals.answeredAlready);
      const by = currentActor().name;
      const at = this.clock.now();
      await manager.update(EngineQuestionEntity, { checkId }, { answer, answeredBy: by, answeredAt: at });
      const { check, unitId } = question;
      if (!closed && check?.state === 'signed') {
        const what = putBack(stillOff(check.draft.work ?? {}));
        await leaveOpen(manager, { checkId, unitId, what, by, at });
      }
      await this.events.raise(new UnitFactsChanged(manager, [unitId]));
      return ok(null);
    });
  }
}
