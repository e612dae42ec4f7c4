import {
  type CumulativeHours,
  type DecisionRule,
  type LeftInside,
  type UnitStatus,
  type ShopRules,
  SHOP_RULE,
  type Specification,
  type StatusInput,
  type ValveAsLeft,
  type ValveHistory,
  circumstancesFromFacts,
  dueRulesUnder,
  hours,
  hoursAfterEach,
  hoursBetween,
  statusOf,
  valveKey,
  verdictUnder,
  valvesOf,
} from '@sturdy-shim/core';
import { isDeepStrictEqual } from 'node:util';
import type { EntityManager } from 'typeorm';
import { FindingEntity, type LeftBehind, workLeftOn } from '../checks/index.ts';
import { openFollowUps } from '../follow-ups/index.ts';
import { openProblemReports } from '../problem-reports/index.ts';
import { layoutOf, specificationOf } from '../families/index.ts';
import { type RuleBook, ruleBook } from '../shop-rules/index.ts';
import { grouped } from '../platform/index.ts';
import { type MeterHistory, meterHistories, readingsAhead, serviceStart, toInstant } from '../readings/index.ts';
import { type UnitEntity, type UnitStorageEntity, storageOf } from '../units/index.ts';

/** What is on record about a unit, whatever rules it is evaluated by. */
export interface Facts {
  readonly history: MeterHistory;
  /** Of an accepted reading that lies ahead, the first; it does not count yet. */
  readonly nextReadingAt: Date | null;
  readonly problemReports: Awaited<ReturnType<typeof openProblemReports>>;
  readonly workLeft: readonly LeftBehind[];
  readonly followUps: Awaited<ReturnType<typeof openFollowUps>>;
  readonly stored: readonly UnitStorageEntity[];
  readonly last: Findings;
  readonly inside: Findings;
}

/** What is on record about units, by unit: a few queries for however many. */
export async function factsOf(
  manager: EntityManager,
  units: readonly UnitEntity[],
  now: Date,
): Promise<ReadonlyMap<string, Facts>> {
  const ids = units.map(({ id }) => id);
  // One after the other: a transaction has one connection.
  const histories = await meterHistories(manager, units, now);
  const ahead = await readingsAhead(manager, ids, now);
  const problemReports = grouped(await openProblemReports(manager, ids), ({ unitId }) => unitId);
  const workLeft = grouped(await workLeftOn(manager, ids), ({ unitId }) => unitId);
  const followUps = grouped(await openFollowUps(manager, ids), ({ unitId }) => unitId);
  const stored = await storageOf(manager, ids);
  const last = await latestFindings(manager, ids, false);
  const inside = last.size === 0 ? last : await latestFindings(manager, ids, true);
  return new Map(
    ids.map((id) => [
      id,
      {
        history: histories.get(id) as MeterHistory,
        nextReadingAt: ahead.get(id) ?? null,
        problemReports: problemReports.get(id) ?? [],
        workLeft: workLeft.get(id) ?? [],
        followUps: followUps.get(id) ?? [],
        stored: stored.get(id) ?? [],
        last: last.get(id) ?? NONE,
        inside: inside.get(id) ?? NONE,
      },
    ]),
  );
}

/** Everything that a unit's status rests on, and where it stands by that. */
export interface Drawn {
  readonly evidence: StatusInput;
  readonly status: UnitStatus;
}

/** Where a unit stands by what is on record, under the shop rules as they are in the book. */
export async function statusFrom(manager: EntityManager, unit: UnitEntity, now: Date, book?: RuleBook): Promise<Drawn> {
  const facts = (await factsOf(manager, [unit], now)).get(unit.id) as Facts;
  return statusUnder(facts, unit, now, (book ?? (await ruleBook(manager))).of(unit.familyId));
}

/** The same from facts at hand, under rules that may only be thought of. */
export function statusUnder(facts: Facts, unit: UnitEntity, now: Date, rules: ShopRules): Drawn {
  const evidence = evaluated(facts, unit, now, rules);
  return { evidence, status: statusOf(evidence, dueRulesUnder(rules)) };
}

/** The facts under the rules that hold for the unit's family. */
function evaluated(
  { history, problemReports, workLeft, followUps, stored, last, inside }: Facts,
  unit: UnitEntity,
  now: Date,
  rules: ShopRules,
): StatusInput {
  const { family } = unit;
  if (!family) throw new Error('load a unit with its family');
  const specification = specificationOf(family, rules);
  const start = serviceStart(unit, history.zone);
  const known = hoursAfterEach(history.meters, history.readings);
  const valves = valvesOf(layoutOf(family)).map((valve): ValveHistory => {
    const left = inside.get(valveKey(valve));
    return {
      valve,
      last: asLeftOf(last.get(valveKey(valve)), specification, rules),
      leftInside: left === undefined ? null : leftInside(left, [start, ...known]),
    };
  });
  const { intervalHours, intervalMonths, breakInHours, seasonDay } = family;
  return {
    now: toInstant(now),
    zone: history.zone,
    use: unit.use,
    start: { at: start.readAt, hours: start.hours },
    interval: {
      hours: intervalHours === null ? null : hours(intervalHours),
      months: intervalMonths,
      season: seasonOf(seasonDay),
      breakInHours: breakInHours === null ? null : hours(breakInHours),
    },
    metered: !unit.noMeter || history.readings.length > 0,
    hoursEstimated: unit.noMeter,
    hours: known.at(-1) ?? null,
    valves,
    problemReports: problemReports.map(({ symptom, reportedAt }) => ({ symptom, at: toInstant(reportedAt) })),
    workLeft: workLeft.map(({ what, at }) => ({ what, at: toInstant(at) })),
    followUps: followUps.map(({ kind, what, byDay: by, madeAt }) =>
      kind === 'unfinished' ? { kind, what, by, at: toInstant(madeAt) } : { kind, at: toInstant(madeAt) },
    ),
    specified: specification !== null,
    stored: stored.map(({ fromAt, toAt }) => ({
      from: toInstant(fromAt),
      to: toAt === null ? null : toInstant(toAt),
    })),
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
    .addOrderBy('signed.signed_at', 'DESC')
    // Of two at the very same moment, always the same one.
    .addOrderBy('signed.id');
  if (inside) query.andWhere("finding.verdict_state = 'inside'");
  const byUnit = new Map<string, Map<string, FindingEntity>>();
  for (const finding of await query.getMany()) {
    const own = byUnit.get(finding.unitId) ?? new Map<string, FindingEntity>();
    byUnit.set(finding.unitId, own.set(valveKey(finding), finding));
  }
  return byUnit;
}

/** What the valves of a unit are known to be, under rules: all that rules, or another source in use, can move. */
export function outcomesUnder(findings: Findings | undefined, { family }: UnitEntity, rules: ShopRules) {
  if (!family) throw new Error('load a unit with its family');
  const specification = specificationOf(family, rules);
  const outcomes = [...(findings ?? NONE)].map(([key, finding]) => [key, asLeftOf(finding, specification, rules)]);
  return { specified: specification !== null, outcomes };
}

/** Hours that nobody knew when a check was signed are estimated from the readings around it, once there are any. */
function leftInside(finding: FindingEntity, known: readonly CumulativeHours[]): LeftInside {
  const moment = momentOf(finding);
  if (moment.hours !== null) return moment;
  const estimate = hoursBetween(known, moment.at);
  return estimate === null ? moment : { at: moment.at, hours: estimate, hoursEstimated: true };
}

function momentOf({ check }: FindingEntity) {
  if (!check?.performedAt) throw new Error('a finding belongs to a signed check');
  return { at: toInstant(check.performedAt), hours: check.hoursAt === null ? null : hours(check.hoursAt) };
}

/** Checks from before shops had rules of their own were evaluated by the program's. */
const decisionOf = ({ check }: FindingEntity): DecisionRule => check?.evaluationContext?.rules.decision ?? SHOP_RULE;

const seasonOf = (day: string | null) =>
  day === null ? null : { month: Number(day.slice(0, 2)), day: Number(day.slice(3)) };

/**
 * What is known of a valve, evaluated by the specification and the rules of now. The check itself keeps the verdict of its
 * day; but when another source has come in use since, or another decision rule, the same gap may stand otherwise. How
 * the blades felt that day is not read again: whose hand it was does not change with the rules.
 */
function asLeftOf(
  finding: FindingEntity | undefined,
  specification: Specification | null,
  { decision }: ShopRules,
): ValveAsLeft | null {
  if (finding === undefined) return null;
  const { reading, kind, check } = finding;
  const window = specification?.windows[kind] ?? null;
  const asThen = isDeepStrictEqual(window, finding.window) && isDeepStrictEqual(decision, decisionOf(finding));
  if (asThen || !check) return { ...momentOf(finding), reading, verdict: finding.verdict, window: finding.window };
  const { engine, temperatureC, position } = check.draft;
  if (engine === null || position === null) throw new Error('a signed check states engine and position');
  const circumstances = circumstancesFromFacts({ engine, temperatureC, position });
  return {
    ...momentOf(finding),
    reading,
    verdict: verdictUnder(specification, kind, circumstances, reading, decision),
    window,
  };
}
