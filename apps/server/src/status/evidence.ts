import {
  type CumulativeHours,
  type LeftInside,
  type OpenCheck,
  type UnitStatus,
  type WorkLeft,
  type ShopRules,
  type Specification,
  type StatusInput,
  type ValveAsLeft,
  type ValveHistory,
  circumstancesFromFacts,
  dueRulesUnder,
  hours,
  hoursBetween,
  mustNotRun,
  openWork,
  statusOf,
  valveKey,
  verdictUnder,
  valvesOf,
} from '@sturdy-shim/core';
import { isDeepStrictEqual } from 'node:util';
import type { EntityManager } from 'typeorm';
import { OPEN_CHECKS, WORK_LEFT_BEHIND, isFinding } from '../checks/index.ts';
import { type Findings, LAST_FINDINGS, type LastFinding, NO_FINDINGS, findingsThat } from './last-findings.ts';
import { OPEN_FOLLOW_UPS } from '../follow-ups/index.ts';
import { OPEN_PROBLEMS } from '../problem-reports/index.ts';
import { type FamilyEntity, layoutOf, specificationOf } from '../families/index.ts';
import { type RuleBook, ruleBook } from '../shop-rules/index.ts';
import { Facts, plainFacts } from '../platform/index.ts';
import { type HoursSoFar, HOURS_FACTS, hoursSoFar, toInstant } from '../readings/index.ts';
import { STORED, type UnitEntity } from '../units/index.ts';

/** How often a status was marked. */
const MARKS = plainFacts<{ readonly unitId: string; readonly mark: number }>(
  'select unit_id as "unitId", mark from unit_status where unit_id = any($1)',
);

/** Everything that statuses rest on, in one statement. */
const SOURCES = new Facts('status', {
  ...HOURS_FACTS,
  findings: LAST_FINDINGS,
  marks: MARKS,
  followUps: OPEN_FOLLOW_UPS,
  problems: OPEN_PROBLEMS,
  stored: STORED,
  workLeft: WORK_LEFT_BEHIND,
  openChecks: OPEN_CHECKS,
});
type Gathered = Awaited<ReturnType<typeof SOURCES.gather>>;

/** What is on record about units at a moment. It may be read before the units are. */
export const recordOf = (manager: EntityManager, unitIds: readonly string[], now: Date): Promise<Gathered> =>
  SOURCES.gather(manager, unitIds, now);

/** What is on record about a unit, whatever rules it is evaluated by. */
export interface UnitFacts {
  readonly hours: HoursSoFar;
  /** Of an accepted reading that lies ahead, the first; it does not count yet. */
  readonly nextReadingAt: Date | null;
  readonly problems: readonly OpenProblem[];
  readonly workLeft: readonly { readonly what: WorkLeft; readonly at: Date; readonly ticked: boolean }[];
  readonly openCheck: OpenCheckFacts | null;
  readonly followUps: readonly OpenFollowUp[];
  readonly stored: readonly Stored[];
  readonly last: Findings;
  readonly inside: Findings;
}
type OpenCheckFacts = ReturnType<typeof OPEN_CHECKS.read>;
type OpenProblem = ReturnType<typeof OPEN_PROBLEMS.read>;
type OpenFollowUp = ReturnType<typeof OPEN_FOLLOW_UPS.read>;
type Stored = ReturnType<typeof STORED.read>;

/** What is on record about units, by unit. @param record where it is at hand */
export async function factsOf(
  manager: EntityManager,
  units: readonly UnitEntity[],
  now: Date,
  record?: Gathered,
): Promise<ReadonlyMap<string, UnitFacts>> {
  const ids = units.map(({ id }) => id);
  const known = record ?? (await recordOf(manager, ids, now));
  const insideOf = new Map(ids.map((id) => [id, findingsThat('inside', known.findings.get(id) ?? [])]));
  // Where nobody knew the hours of a check, they are estimated from the readings around it.
  const unknown = new Set(
    [...insideOf].flatMap(([id, own]) => ([...own.values()].some(({ hoursAt }) => hoursAt === null) ? [id] : [])),
  );
  const hoursOf = await hoursSoFar(manager, units, now, unknown, known);
  return new Map(
    ids.map((id) => {
      const nextAt = known.sums.get(id)?.[0]?.nextAt ?? null;
      return [
        id,
        {
          hours: hoursOf.get(id) as HoursSoFar,
          nextReadingAt: nextAt === null ? null : new Date(nextAt),
          problems: inOrder(known.problems.get(id), ({ reportedAt }) => reportedAt),
          workLeft: known.workLeft.get(id) ?? [],
          openCheck: known.openChecks.get(id)?.[0] ?? null,
          followUps: inOrder(known.followUps.get(id), ({ madeAt, id: own }) => `${madeAt} ${own}`),
          stored: inOrder(known.stored.get(id), ({ fromAt }) => fromAt),
          last: findingsThat('last', known.findings.get(id) ?? []),
          inside: insideOf.get(id) ?? NO_FINDINGS,
        },
      ];
    }),
  );
}

const inOrder = <T>(facts: readonly T[] | undefined, by: (fact: T) => string): readonly T[] =>
  facts === undefined ? [] : facts.toSorted((a, b) => (by(a) < by(b) ? -1 : 1));

/** Everything that a unit's status rests on, and where it stands by that. */
export interface Drawn {
  readonly evidence: StatusInput;
  readonly status: UnitStatus;
}

/** Where a unit stands by what is on record, under the shop rules as they are in the book. */
export async function statusFrom(manager: EntityManager, unit: UnitEntity, now: Date, book?: RuleBook): Promise<Drawn> {
  const facts = (await factsOf(manager, [unit], now)).get(unit.id) as UnitFacts;
  return statusUnder(facts, unit, now, (book ?? (await ruleBook(manager))).of(unit.familyId));
}

/** The same from facts at hand, under rules that may only be thought of. */
export function statusUnder(facts: UnitFacts, unit: UnitEntity, now: Date, rules: ShopRules): Drawn {
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
  { hours: ran, problems, workLeft, openCheck, followUps, stored, last, inside }: UnitFacts,
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
    noIntervalOnPurpose: family.noInterval,
    hoursEstimated: unit.noMeter,
    hours: latest,
    valves,
    problemReports: problems.map(({ symptom, reportedAt }) => ({
      symptom,
      at: momentIn(reportedAt),
      doNotRun: mustNotRun(symptom, rules),
    })),
    workLeft: workLeft
      .filter(({ what, ticked }) => !isFinding(what) || mustNotRun(what, rules, ticked))
      .map(({ what, at }) => ({ what, at: toInstant(at) })),
    openCheck: openCheck === null ? null : openCheckOf(openCheck, specification, rules),
    followUps: followUps.map(({ kind, what, byDay: by, madeAt }) =>
      kind === 'unfinished' ? { kind, what, by, at: momentIn(madeAt) } : { kind, at: momentIn(madeAt) },
    ),
    specified: specification !== null,
    stored: stored.map(({ fromAt, toAt }) => ({
      from: momentIn(fromAt),
      to: toAt === null ? null : momentIn(toAt),
    })),
  };
}

/** What of the engine a check on the bench leaves open, by the rules of now. */
function openCheckOf(
  { draft, by, startedAt, bladeToleranceMm }: OpenCheckFacts,
  specification: Specification | null,
  rules: ShopRules,
): OpenCheck {
  return { by, at: momentIn(startedAt), ...openWork(draft, { specification, rules, bladeToleranceMm }) };
}

const momentIn = (text: string) => toInstant(new Date(text));

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
