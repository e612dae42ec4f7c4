import {
  type Attempt,
  type LearnedTurn,
  type LockShift,
  gaugingUnder,
  learnedTurnOf,
  lockPairsOf,
  lockShiftOf,
  mm,
  shopRules,
  triesFromFacts,
  turnPairsOf,
} from '@sturdy-shim/core';
import type { EntityManager } from 'typeorm';
import { CheckEntity, type DraftValve } from './check.entity.ts';

/** What signed checks show of adjusting a family's engines. */
export interface Adjusting {
  readonly lockShift: LockShift;
  readonly turn: LearnedTurn;
}

/** The newest checks say how it is now; older hands and older locks are left out. */
const CHECKS = 200;

/** From the newest signed checks in which an adjuster was moved and the gap gauged before and after. */
export async function adjustingOfFamily(manager: EntityManager, familyId: string): Promise<Adjusting> {
  const checks = await manager
    .createQueryBuilder(CheckEntity, 'signed')
    .innerJoin('signed.unit', 'unit')
    .where('unit.family_id = :familyId', { familyId })
    .andWhere("signed.state = 'signed' and not signed.struck")
    .andWhere(`jsonb_path_exists(signed.draft, '$.valves[*].leftAfter')`)
    .orderBy('signed.performed_at', 'DESC')
    .limit(CHECKS)
    .getMany();
  const valves = checks.flatMap(({ draft, evaluationContext }) => {
    const tolerance = evaluationContext?.bladeToleranceMm ?? null;
    const gauging = gaugingUnder(evaluationContext?.rules ?? shopRules(), tolerance === null ? null : mm(tolerance));
    return draft.valves.map((valve) => {
      const attempts = attemptsOf(valve);
      return {
        locked: lockPairsOf(attempts, gauging),
        turned: turnPairsOf(triesFromFacts(valve.found), attempts, gauging),
      };
    });
  });
  return {
    lockShift: lockShiftOf(valves.flatMap(({ locked }) => locked)),
    turn: learnedTurnOf(valves.flatMap(({ turned }) => turned)),
  };
}

/** Every attempt at setting a valve, the last one included. */
const attemptsOf = ({ earlier = [], leftAfter = 'turned', leftTurns, left }: DraftValve): Attempt[] =>
  [...earlier, { after: leftAfter, ...(leftTurns !== undefined && { turns: leftTurns }), tries: left }].map(
    ({ tries, ...attempt }) => ({ ...attempt, tries: triesFromFacts(tries) }),
  );
