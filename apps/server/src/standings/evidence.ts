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
  readonly last: Findings;
  readonly inside: Findings;
}

export async function factsOf(manager: EntityManager, { id }: UnitEntity, now: Date): Promise<Facts> {
  // One after the other: a transaction has one connection.
  const readings = await acceptedReadings(manager, id, now);
  const complaints = await openComplaints(manager, id);
  const last = (await latestFindings(manager, [id], false)).get(id) ?? NONE;
  const inside = last.size === 0 ? NONE : ((await latestFindings(manager, [id], true)).get(id) ?? NONE);
  return { readings, complaints, last, inside };
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
    const left = inside.get(valveKey(valve));
    return {
      valve,
      last: outcomeOf(last.get(valveKey(valve)), specification, rules),
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

/** The findings that say how checks left the valves of a unit last, by valve. */
export type Findings = ReadonlyMap<string, FindingEntity>;
const NONE: Findings = new Map();

/** The latest finding that says how a check left a valve, per unit and valve; of those left inside only, when asked. */
export async function latestFindings(
  manager: EntityManager,
  unitIds: readonly string[],
  inside: boolean,
): Promise<ReadonlyMap<string, Findings>> {
  const query = manager
    .createQueryBuilder(FindingEntity, 'finding')
    .innerJoinAndSelect('finding.check', 'signed')
    .distinctOn(['finding.unit_id', 'finding.cylinder', 'finding.kind', 'finding.ordinal'])
    .where('finding.unit_id = any(:unitIds) and finding.final and not signed.struck', { unitIds })
    .orderBy('finding.unit_id')
    .addOrderBy('finding.cylinder')
    .addOrderBy('finding.kind')
    .addOrderBy('finding.ordinal')
    .addOrderBy('signed.performed_at', 'DESC')
    .addOrderBy('signed.signed_at', 'DESC');
  if (inside) query.andWhere("finding.verdict_state = 'inside'");
  const byUnit = new Map<string, Map<string, FindingEntity>>();
  for (const finding of await query.getMany()) {
    const own = byUnit.get(finding.unitId) ?? new Map<string, FindingEntity>();
    byUnit.set(finding.unitId, own.set(valveKey(finding), finding));
  }
  return byUnit;
}

/** What the valves of a unit are known to be, under rules: all that rules, or another claim in force, can move. */
export function outcomesUnder(findings: Findings | undefined, { family }: UnitEntity, rules: HouseRules) {
  if (!family) throw new Error('load a unit with its family');
  const specification = specificationOf(family, rules);
  const outcomes = [...(findings ?? NONE)].map(([key, finding]) => [key, outcomeOf(finding, specification, rules)]);
  return { specified: specification !== null, outcomes };
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
