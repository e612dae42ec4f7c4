import { Injectable } from '@nestjs/common';
import { type EntityManager, In, IsNull, LessThanOrEqual } from 'typeorm';
import { Clock, type Result, AuditedTransaction, currentActor, ok, idTaken, fail, sameContent } from '../platform/index.ts';
import { StatusUpdater, UnitsService } from '../units/index.ts';
import { type NewComplaintDto, complaintDto } from './complaint.dto.ts';
import { ComplaintEntity } from './complaint.entity.ts';

@Injectable()
export class ComplaintsService {
  constructor(
    private readonly transaction: AuditedTransaction,
    private readonly units: UnitsService,
    private readonly statuses: StatusUpdater,
    private readonly clock: Clock,
  ) {}

  async report(
    tag: string,
    complaint: NewComplaintDto,
    at: Date = this.clock.now(),
  ): Promise<Result<ComplaintEntity>> {
    const unit = await this.units.byTag(tag);
    if (!unit.ok) return unit;
    const unitId = unit.value.id;
    return this.transaction.run(async (manager) => {
      await this.units.lock(manager, unitId);
      const before = await manager.findOneBy(ComplaintEntity, { id: complaint.id });
      if (before !== null) return sent(before, unitId, complaint);
      const row: ComplaintEntity = {
        id: complaint.id,
        unitId,
        symptom: complaint.symptom,
        note: complaint.note ?? '',
        reportedBy: currentActor().name,
        reportedAt: at,
        closedAt: null,
        closedById: null,
      };
      await manager.insert(ComplaintEntity, row);
      await this.statuses.keep(manager, unitId);
      return ok(row);
    });
  }
}

/** The same complaint sent twice counts once. */
const sent = (
  before: ComplaintEntity,
  unitId: string,
  { symptom, note = '' }: NewComplaintDto,
): Result<ComplaintEntity> =>
  sameContent(before, { unitId, symptom, note }) ? ok(before) : fail(idTaken('complaint', complaintDto(before)));

/** Complaints of a unit that no check has answered yet. */
export const openComplaints = (manager: EntityManager, unitIds: readonly string[]): Promise<ComplaintEntity[]> =>
  manager.find(ComplaintEntity, {
    where: { unitId: In([...unitIds]), closedAt: IsNull() },
    order: { reportedAt: 'ASC' },
  });

/** A check answers what was reported before it. */
export async function closeComplaints(
  manager: EntityManager,
  unitId: string,
  checkId: string,
  at: Date,
): Promise<void> {
  await manager.update(
    ComplaintEntity,
    { unitId, closedAt: IsNull(), reportedAt: LessThanOrEqual(at) },
    { closedAt: at, closedById: checkId },
  );
}

/** A check that does not count any more has answered nothing. It stays known which one it was. */
export async function reopenComplaints(manager: EntityManager, checkId: string): Promise<void> {
  await manager.update(ComplaintEntity, { closedById: checkId }, { closedAt: null });
}

/** It counts after all. */
export async function closeAgain(
  manager: EntityManager,
  { id, performedAt }: { readonly id: string; readonly performedAt: Date | null },
): Promise<void> {
  await manager.update(ComplaintEntity, { closedById: id, closedAt: IsNull() }, { closedAt: performedAt });
}
