import {
  type LockShift,
  gaugingUnder,
  shopRules,
  lockPairsOf,
  lockShiftOf,
  mm,
  triesFromFacts,
} from '@sturdy-shim/core';
import type { EntityManager } from 'typeorm';
import { CheckEntity, type DraftValve } from './check.entity.ts';

/** The newest checks say how locking shifts the gap now; older hands and older locks are left out. */
const CHECKS = 200;

/** By how much locking usually tightens the gap of a family's engines, from signed checks in which it was gauged before and after. */
export async function lockShiftOfFamily(manager: EntityManager, familyId: string): Promise<LockShift> {
  const checks = await manager
    .createQueryBuilder(CheckEntity, 'signed')
    .innerJoin('signed.unit', 'unit')
    .where('unit.family_id = :familyId', { familyId })
    .andWhere("signed.state = 'signed' and not signed.struck")
    .andWhere(`jsonb_path_exists(signed.draft, '$.valves[*].leftAfter')`)
    .orderBy('signed.performed_at', 'DESC')
    .limit(CHECKS)
    .getMany();
  const pairs = checks.flatMap(({ draft, evaluationContext }) => {
    const tolerance = evaluationContext?.bladeToleranceMm ?? null;
    const gauging = gaugingUnder(evaluationContext?.rules ?? shopRules(), tolerance === null ? null : mm(tolerance));
    return draft.valves.flatMap((valve) => lockPairsOf(attemptsOf(valve), gauging));
  });
  return lockShiftOf(pairs);
}

/** Every attempt at setting a valve, the last one included. */
const attemptsOf = ({ earlier = [], leftAfter = 'turned', left }: DraftValve) =>
  [...earlier, { after: leftAfter, tries: left }].map(({ after, tries }) => ({ after, tries: triesFromFacts(tries) }));
