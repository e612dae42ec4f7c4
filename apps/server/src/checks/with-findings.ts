import type { EntityManager } from 'typeorm';
import { AmendmentEntity } from './amendment.entity.ts';
import { type CheckEntity, FindingEntity } from './check.entity.ts';

export interface CheckWithFindings {
  readonly check: CheckEntity;
  readonly findings: readonly FindingEntity[];
  readonly amendments: readonly AmendmentEntity[];
}

export async function withFindings(manager: EntityManager, check: CheckEntity): Promise<CheckWithFindings> {
  const where = { checkId: check.id };
  return {
    check,
    findings: inOrder(await manager.findBy(FindingEntity, where)),
    amendments: await manager.find(AmendmentEntity, { where, order: { madeAt: 'ASC' } }),
  };
}

/** Valves in engine order, as found before as left. */
export const inOrder = (findings: FindingEntity[]): FindingEntity[] =>
  findings.toSorted(
    (a, b) =>
      a.cylinder - b.cylinder ||
      b.kind.localeCompare(a.kind) ||
      a.ordinal - b.ordinal ||
      a.phase.localeCompare(b.phase),
  );
