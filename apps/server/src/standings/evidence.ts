import {
  type DecisionRule,
  type HouseRules,
  SHOP_RULE,
  type Specification,
  type StandingInput,
  type ValveOutcome,
  type ValveRecord,
  cumulativeHours,
  hours,
  toCelsius,
  valveKey,
  verdictUnder,
  valvesOf,
} from '@sturdy-shim/core';
import { isDeepStrictEqual } from 'node:util';
import type { EntityManager } from 'typeorm';
import { FindingEntity } from '../checks/index.ts';
import { openComplaints } from '../complaints/index.ts';
import { layoutOf, specificationOf } from '../families/index.ts';
import { type RuleBook, ruleBook } from '../house/index.ts';
import { acceptedReadings, serviceStart, toInstant } from '../readings/index.ts';
import type { UnitEntity } from '../units/index.ts';

/** What is on the books about a unit, whatever rules it is judged by. */
export interface Facts {
  readonly readings: Awaited<ReturnType<typeof acceptedReadings>>;
  readonly complaints: Awaited<ReturnType<typeof openComplaints>>;
  readonly last: ReadonlyMap<string, FindingEntity>;
  readonly inside: ReadonlyMap<string, FindingEntity>;
}

export async function factsOf(manager: EntityManager, { id }: UnitEntity, now: Date): Promise<Facts> {
  // One after the other: a transaction has one connection.
  const readings = await acceptedReadings(manager, id, now);
  const complaints = await openComplaints(manager, id);
  const last = await latestFindings(manager, id, false);
  return { readings, complaints, last, inside: last.size === 0 ? last : await latestFindings(manager, id, true) };
}

/** Gathers everything that a unit's standing rests on, under the rules of the house as they are in the book. */
export async function evidenceOf(
  manager: EntityManager,
  unit: UnitEntity,
  now: Date,
  book?: RuleBook,
): Promise<StandingInput> {
  const facts = await factsOf(manager, unit, now);
  return judged(facts, unit, now, (book ?? (await ruleBook(manager))).of(unit.familyId));
}

/** The facts under the rules that hold for the unit's family. */
export function judged(
  { readings, complaints, last, inside }: Facts,
  unit: UnitEntity,
  now: Date,
  rules: HouseRules,
): StandingInput {
  const { family } = unit;
  if (!family) throw new Error('load a unit with its family');
  const specification = specificationOf(family, rules);
  const start = serviceStart(unit);
  const valves = valvesOf(layoutOf(family)).map((valve): ValveRecord => {
    const key = valveKey(valve);
    const left = inside.get(key);
    return {
      valve,
      last: outcomeOf(last.get(key), specification, rules),
      leftInside: left === undefined ? null : momentOf(left),
    };
  });
  const { intervalHours, intervalMonths, breakInHours, seasonDay } = family;
  return {
    now: toInstant(now),
    use: unit.use,
    start: { at: start.at, hours: start.shown },
    interval: {
      hours: intervalHours === null || unit.noMeter ? null : hours(intervalHours),
      months: intervalMonths,
      season: seasonOf(seasonDay),
      breakInHours: breakInHours === null || unit.noMeter ? null : hours(breakInHours),
    },
    hours: cumulativeHours(start, readings),
    valves,
    complaints: complaints.map(({ symptom, reportedAt }) => ({ symptom, at: toInstant(reportedAt) })),
    specified: specification !== null,
  };
}

/** The latest finding that says how a check left a valve, per valve; of those left inside only, when asked. */
async function latestFindings(
  manager: EntityManager,
  unitId: string,
  inside: boolean,
): Promise<Map<string, FindingEntity>> {
  const query = manager
    .createQueryBuilder(FindingEntity, 'finding')
    .innerJoinAndSelect('finding.check', 'signed')
    .distinctOn(['finding.cylinder', 'finding.kind', 'finding.ordinal'])
    .where('finding.unit_id = :unitId and finding.final and not signed.struck', { unitId })
    .orderBy('finding.cylinder')
    .addOrderBy('finding.kind')
    .addOrderBy('finding.ordinal')
    .addOrderBy('signed.performed_at', 'DESC')
    .addOrderBy('signed.signed_at', 'DESC');
  if (inside) query.andWhere("finding.verdict_state = 'inside'");
  return new Map((await query.getMany()).map((finding) => [valveKey(finding), finding]));
}

function momentOf({ check }: FindingEntity) {
  if (!check?.performedAt) throw new Error('a finding belongs to a signed check');
  return { at: toInstant(check.performedAt), hours: check.hoursAt === null ? null : hours(check.hoursAt) };
}

/** Checks from before shops had rules of their own were judged by the program's. */
const decisionOf = ({ check }: FindingEntity): DecisionRule => check?.judgedUnder?.rules.decision ?? SHOP_RULE;

const seasonOf = (day: string | null) =>
  day === null ? null : { month: Number(day.slice(0, 2)), day: Number(day.slice(3)) };

/**
 * What is known of a valve, judged by the specification and the rules of now. The check itself keeps the verdict of its
 * day; but when another claim has come in force since, or another decision rule, the same gap may stand otherwise. How
 * the blades felt that day is not read anew: whose hand it was does not change with the rules.
 */
function outcomeOf(
  finding: FindingEntity | undefined,
  specification: Specification | null,
  { decision }: HouseRules,
): ValveOutcome | null {
  if (finding === undefined) return null;
  const { reading, kind, check } = finding;
  const window = specification?.windows[kind] ?? null;
  const asThen = isDeepStrictEqual(window, finding.window) && isDeepStrictEqual(decision, decisionOf(finding));
  if (asThen || !check) return { ...momentOf(finding), reading, verdict: finding.verdict, window: finding.window };
  const { engine, temperatureC, position } = check.draft;
  if (engine === null || position === null) throw new Error('a signed check states engine and position');
  const circumstances = {
    engine,
    temperatureC: temperatureC === null ? null : toCelsius(temperatureC, '°C'),
    position,
  };
  return {
    ...momentOf(finding),
    reading,
    verdict: verdictUnder(specification, kind, circumstances, reading, decision),
    window,
  };
}
