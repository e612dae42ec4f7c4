import { Injectable } from '@nestjs/common';
import { InjectEntityManager } from '@nestjs/typeorm';
import { PROBLEM_AFTER, type ProblemAfter, type Symptom } from '@sturdy-shim/core';
import { type EntityManager, In, IsNull, LessThanOrEqual } from 'typeorm';
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
  dayOf,
  plainFacts,
  type Refusal,
  shopZone,
} from '../platform/index.ts';
import { UnitFactsChanged, UnitsService } from '../units/index.ts';
import { type NewProblemReportDto, problemReportDto } from './problem-report.dto.ts';
import { ProblemReportEntity } from './problem-report.entity.ts';

@Injectable()
export class ProblemReportsService {
  constructor(
    @InjectEntityManager() private readonly manager: EntityManager,
    private readonly transaction: AuditedTransaction,
    private readonly units: UnitsService,
    private readonly events: DomainEvents,
    private readonly clock: Clock,
  ) {}

  /** Reports of problems and their answers by checks. */
  async open(tag: string): Promise<Result<ProblemReportEntity[]>> {
    const unit = await this.units.byTag(tag);
    return unit.ok ? ok(await openProblemReports(this.manager, [unit.value.id])) : unit;
  }

  async report(
    tag: string,
    report: NewProblemReportDto,
    at: Date = this.clock.now(),
  ): Promise<Result<ProblemReportEntity>> {
    const unit = await this.units.byTag(tag);
    if (!unit.ok) return unit;
    const unitId = unit.value.id;
    return this.transaction.run(async (manager) => {
      await this.units.lock(manager, unitId);
      const before = await manager.findOneBy(ProblemReportEntity, { id: report.id });
      if (before !== null) return sent(before, unitId, report);
      const today = dayOf(this.clock.now(), await shopZone(manager));
      if (report.since !== undefined && report.since !== null && report.since > today) return fail(sinceLater);
      const row: ProblemReportEntity = {
        id: report.id,
        unitId,
        symptom: report.symptom,
        note: report.note ?? '',
        since: report.since ?? null,
        tried: report.tried ?? '',
        reportedBy: currentActor().name,
        reportedAt: at,
        closedAt: null,
        closedById: null,
        after: null,
      };
      await manager.insert(ProblemReportEntity, row);
      await this.events.raise(new UnitFactsChanged(manager, [unitId]));
      return ok(row);
    });
  }
}

const sinceLater: Refusal = {
  code: 'dates-reversed',
  status: 422,
  field: 'since',
  detail: 'This day is still to come.',
  remedy: 'Give the day on which the problem was noticed, or leave it empty.',
};

/** Stores a report; idempotent by its id. */
const sent = (
  before: ProblemReportEntity,
  unitId: string,
  { symptom, note = '', since = null, tried = '' }: NewProblemReportDto,
): Result<ProblemReportEntity> =>
  sameContent(before, { unitId, symptom, note, since, tried })
    ? ok(before)
    : fail(idTaken('problem', problemReportDto(before)));

/** Open problem reports of a unit. */
export const openProblemReports = (
  manager: EntityManager,
  unitIds: readonly string[],
): Promise<ProblemReportEntity[]> =>
  manager.find(ProblemReportEntity, {
    where: { unitId: In([...unitIds]), closedAt: IsNull() },
    order: { reportedAt: 'ASC' },
  });

/** The same as facts of the status. */
export const OPEN_PROBLEMS = plainFacts<{
  readonly unitId: string;
  readonly symptom: Symptom;
  readonly reportedAt: string;
}>(
  `select unit_id as "unitId", symptom, reported_at as "reportedAt" from problem_report
   where unit_id = any($1) and closed_at is null`,
);

/** The parts of a signed check that answer reports. */
export interface AnsweringCheck {
  readonly id: string;
  readonly unitId: string;
  readonly at: Date;
  readonly answers: readonly { readonly reportId: string; readonly after: ProblemAfter }[];
}

/** A check answers reports made before it. Only problems that are gone are closed; unanswered ones stay open. */
export async function closeProblemReports(
  manager: EntityManager,
  { id: closedById, unitId, at, answers }: AnsweringCheck,
): Promise<void> {
  const open = { unitId, closedAt: IsNull(), reportedAt: LessThanOrEqual(at) };
  for (const after of PROBLEM_AFTER) {
    const said = answers.flatMap((answer) => (answer.after === after ? [answer.reportId] : []));
    if (said.length === 0) continue;
    const closed = after === 'gone' ? { closedAt: at, closedById } : {};
    await manager.update(ProblemReportEntity, { ...open, id: In(said) }, { after, ...closed });
  }
}

/** Reopens the reports that a struck-out check had answered; the link to the check is kept. */
export async function reopenProblemReports(manager: EntityManager, checkId: string): Promise<void> {
  await manager.update(ProblemReportEntity, { closedById: checkId }, { closedAt: null });
}

/** Closes them again after the check was restored. */
export async function closeAgain(
  manager: EntityManager,
  { id, performedAt }: { readonly id: string; readonly performedAt: Date | null },
): Promise<void> {
  await manager.update(ProblemReportEntity, { closedById: id, closedAt: IsNull() }, { closedAt: performedAt });
}
