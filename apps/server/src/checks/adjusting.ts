import {
  type Attempt,
  type LearnedTurn,
  type LockShift,
  type Repeatability,
  gaugingUnder,
  learnedTurnOf,
  lockPairsOf,
  lockShiftOf,
  mm,
  repeatPairsOf,
  repeatabilityOf,
  shopRules,
  triesFromFacts,
  turnPairsOf,
} from '@sturdy-shim/core';
import type { EntityManager } from 'typeorm';
import { CheckEntity, type DraftValve } from './check.entity.ts';

/** Statistics about adjusting a family's engines, from signed checks. */
export interface Adjusting {
  readonly lockShift: LockShift;
  /** From the requesting person's checks if there are enough pairs; otherwise from the whole shop's. */
  readonly lockShiftIsOwn: boolean;
  readonly turn: LearnedTurn;
  readonly repeatability: Repeatability;
  /** Typical duration of a check of this family; null with too few checks. */
  readonly usualMinutes: number | null;
}

/** Only the newest checks, because people and locks change. */
const CHECKS = 200;

/** From the newest signed checks in which an adjuster was moved and the gap gauged before and after. */
export async function adjustingOfFamily(
  manager: EntityManager,
  familyId: string,
  personId: string | null,
): Promise<Adjusting> {
  const checks = await manager
    .createQueryBuilder(CheckEntity, 'signed')
    .innerJoin('signed.unit', 'unit')
    .where('unit.family_id = :familyId', { familyId })
    .andWhere("signed.state = 'signed' and not signed.struck")
    .andWhere(`jsonb_path_exists(signed.draft, '$.valves[*].leftAfter')`)
    .orderBy('signed.performed_at', 'DESC')
    .limit(CHECKS)
    .getMany();
  const valves = checks.flatMap(({ draft, evaluationContext, signedById }) => {
    const tolerance = evaluationContext?.bladeToleranceMm ?? null;
    const gauging = gaugingUnder(evaluationContext?.rules ?? shopRules(), tolerance === null ? null : mm(tolerance));
    return draft.valves.map((valve) => {
      const attempts = attemptsOf(valve);
      return {
        own: personId !== null && signedById === personId,
        locked: lockPairsOf(attempts, gauging),
        repeated: repeatPairsOf(attempts, gauging),
        turned: turnPairsOf(triesFromFacts(valve.found), attempts, gauging),
      };
    });
  });
  const ofShop = lockShiftOf(valves.flatMap(({ locked }) => locked));
  const own = lockShiftOf(valves.filter((valve) => valve.own).flatMap(({ locked }) => locked));
  const lockShiftIsOwn = own.kind === 'learned';
  return {
    lockShift: lockShiftIsOwn ? own : ofShop,
    lockShiftIsOwn,
    turn: learnedTurnOf(
      valves.flatMap(({ turned }) => turned),
      ofShop.kind === 'learned' ? ofShop.medianMm : null,
    ),
    repeatability: repeatabilityOf(valves.flatMap(({ repeated }) => repeated)),
    usualMinutes: await usualMinutesOf(manager, familyId),
  };
}

/** The median of the newest checks that were signed without an interruption. */
async function usualMinutesOf(manager: EntityManager, familyId: string): Promise<number | null> {
  const [row] = await manager.query<{ checks: string; minutes: number | null }[]>(
    `select count(*) as checks, percentile_cont(0.5) within group (order by minutes) as minutes
     from (
       select extract(epoch from signed_at - started_at)::float8 / 60 as minutes
       from valve_check
       join "unit" on "unit".id = valve_check.unit_id
       where "unit".family_id = $1 and state = 'signed' and not struck and performed_at = signed_at
         and signed_at - started_at between interval '2 minutes' and interval '4 hours'
       order by performed_at desc limit 50
     ) as newest`,
    [familyId],
  );
  return typeof row?.minutes !== 'number' || Number(row.checks) < CHECKS_FOR_MINUTES ? null : Math.round(row.minutes);
}

/** The least number for a median. An assumption. */
const CHECKS_FOR_MINUTES = 3;

/** Every attempt at setting a valve, including the last. */
const attemptsOf = ({ earlier = [], leftAfter = 'turned', leftTurns, left }: DraftValve): Attempt[] =>
  [...earlier, { after: leftAfter, ...(leftTurns !== undefined && { turns: leftTurns }), tries: left }].map(
    ({ tries, ...attempt }) => ({ ...attempt, tries: triesFromFacts(tries) }),
  );
