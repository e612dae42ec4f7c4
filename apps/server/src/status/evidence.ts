import {
  type CumulativeHours,
  type LeftInside,
  type UnitStatus,
  type ShopRules,
  type Specification,
  type StatusInput,
  type ValveAsLeft,
  type ValveHistory,
  circumstancesFromFacts,
  dueRulesUnder,
  hours,
  hoursBetween,
  statusOf,
  valveKey,
  verdictUnder,
  valvesOf,
} from '@sturdy-shim/core';
import { isDeepStrictEqual } from 'node:util';
import type { EntityManager } from 'typeorm';
import { type LeftBehind, workLeftOn } from '../checks/index.ts';
import { type Findings, type LastFinding, NO_FINDINGS, latestFindings, latestInside } from './last-findings.ts';
import { openFollowUps } from '../follow-ups/index.ts';
import { openProblemReports } from '../problem-reports/index.ts';
import { type FamilyEntity, layoutOf, specificationOf } from '../families/index.ts';
import { type RuleBook, ruleBook } from '../shop-rules/index.ts';
import { grouped } from '../platform/index.ts';
import { type HoursSoFar, hoursSoFar, readingsAhead, toInstant } from '../readings/index.ts';
import { type UnitEntity, type UnitStorageEntity, storageOf } from '../units/index.ts';

/** What is on record about a unit, whatever rules it is evaluated by. */
export interface Facts {
  readonly hours: HoursSoFar;
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
  const ahead = await readingsAhead(manager, ids, now);
  const problemReports = grouped(await openProblemReports(manager, ids), ({ unitId }) => unitId);
  const workLeft = grouped(await workLeftOn(manager, ids), ({ unitId }) => unitId);
  const followUps = grouped(await openFollowUps(manager, ids), ({ unitId }) => unitId);
  const stored = await storageOf(manager, ids);
  const last = await latestFindings(manager, ids, false);
  const inside = await latestInside(manager, last);
  // Where nobody knew the hours of a check, they are estimated from the readings around it.
  const unknown = new Set(
    [...inside].flatMap(([id, own]) => ([...own.values()].some(({ hoursAt }) => hoursAt === null) ? [id] : [])),
  );
  const hoursOf = await hoursSoFar(manager, units, now, unknown);
  return new Map(
    ids.map((id) => [
      id,
      {
        hours: hoursOf.get(id) as HoursSoFar,
        nextReadingAt: ahead.get(id) ?? null,
        problemReports: problemReports.get(id) ?? [],
        workLeft: workLeft.get(id) ?? [],
        followUps: followUps.get(id) ?? [],
        stored: stored.get(id) ?? [],
        last: last.get(id) ?? NO_FINDINGS,
        inside: inside.get(id) ?? NO_FINDINGS,
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

/** Units of one family that are looked at together share it: its source is read once for all of them. */
const lastRead = new WeakMap<
  FamilyEntity,
  { readonly rules: ShopRules; readonly specification: Specification | null }
>();
function readOnce(family: FamilyEntity, rules: ShopRules): Specification | null {
  const known = lastRead.get(family);
  if (known?.rules === rules) return known.specification;
  const specification = specificationOf(family, rules);
  lastRead.set(family, { rules, specification });
  return specification;
}

/** The facts under the rules that hold for the unit's family. */
function evaluated(
  { hours: ran, problemReports, workLeft, followUps, stored, last, inside }: Facts,
  unit: UnitEntity,
  now: Date,
  rules: ShopRules,
): StatusInput {
  const { family } = unit;
  if (!family) throw new Error('load a unit with its family');
  const specification = readOnce(family, rules);
  const { start, last: latest, each } = ran;
  const valves = valvesOf(layoutOf(family)).map((valve): ValveHistory => {
    const left = inside.get(valveKey(valve));
    return {
      valve,
      last: asLeftOf(last.get(valveKey(valve)), specification, rules),
      leftInside: left === undefined ? null : leftInside(left, [start, ...(each ?? [])]),
    };
  });
  const { intervalHours, intervalMonths, breakInHours, seasonDay } = family;
  return {
    now: toInstant(now),
    zone: ran.zone,
    use: unit.use,
    start: { at: start.readAt, hours: start.hours },
    interval: {
      hours: intervalHours === null ? null : hours(intervalHours),
      months: intervalMonths,
      season: seasonOf(seasonDay),
      breakInHours: breakInHours === null ? null : hours(breakInHours),
    },
    metered: !unit.noMeter || latest !== null,
    hoursEstimated: unit.noMeter,
    hours: latest,
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

/** What the valves of a unit are known to be, under rules: all that rules, or another source in use, can move. */
export function outcomesUnder(findings: Findings | undefined, { family }: UnitEntity, rules: ShopRules) {
  if (!family) throw new Error('load a unit with its family');
  const specification = specificationOf(family, rules);
  const outcomes = [...(findings ?? NO_FINDINGS)].map(([key, finding]) => [
    key,
    asLeftOf(finding, specification, rules),
  ]);
  return { specified: specification !== null, outcomes };
}

/** Hours that nobody knew when a check was signed are estimated from the readings around it, once there are any. */
function leftInside(finding: LastFinding, known: readonly CumulativeHours[]): LeftInside {
  const moment = momentOf(finding);
  if (moment.hours !== null) return moment;
  const estimate = hoursBetween(known, moment.at);
  return estimate === null ? moment : { at: moment.at, hours: estimate, hoursEstimated: true };
}

const momentOf = ({ performedAt, hoursAt }: LastFinding) => ({
  at: toInstant(performedAt),
  hours: hoursAt === null ? null : hours(hoursAt),
});

const seasonOf = (day: string | null) =>
  day === null ? null : { month: Number(day.slice(0, 2)), day: Number(day.slice(3)) };

/**
 * What is known of a valve, evaluated by the specification and the rules of now. The check itself keeps the verdict of its
 * day; but when another source has come in use since, or another decision rule, the same gap may stand otherwise. How
 * the blades felt that day is not read again: whose hand it was does not change with the rules.
 */
function asLeftOf(
  finding: LastFinding | undefined,
  specification: Specification | null,
  { decision }: ShopRules,
): ValveAsLeft | null {
  if (finding === undefined) return null;
  const { reading, kind } = finding;
  const window = specification?.windows[kind] ?? null;
  const asThen = isDeepStrictEqual(window, finding.window) && isDeepStrictEqual(decision, finding.decision);
  if (asThen) return { ...momentOf(finding), reading, verdict: finding.verdict, window: finding.window };
  const { engine, temperatureC, position } = finding.stated;
  if (engine === null || position === null || temperatureC === undefined)
    throw new Error('a signed check states engine and position');
  const circumstances = circumstancesFromFacts({ engine, temperatureC, position });
  return {
    ...momentOf(finding),
    reading,
    verdict: verdictUnder(specification, kind, circumstances, reading, decision),
    window,
  };
}
