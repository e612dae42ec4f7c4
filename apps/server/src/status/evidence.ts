import {
  valueAt,
  type OpenCheck,
  type ShopRules,
  type Specification,
  type StatusInput,
  type UnitStatus,
  type Valve,
  type ValveAsLeft,
  type ValveHistory,
  circumstancesFromFacts,
  dueRulesUnder,
  hours,
  mustNotRun,
  openWork,
  statusOf,
  valveKey,
  verdictUnder,
  valvesOf,
} from '@sturdy-shim/core';
import { isDeepStrictEqual } from 'node:util';
import { isFinding } from '../checks/index.ts';
import { type FamilyEntity, layoutOf, specificationOf } from '../families/index.ts';
import { serviceStart, toInstant } from '../readings/index.ts';
import type { LastGauged, OnRecord, OpenCheckFacts, UnitFacts } from '../unit-record/index.ts';
import type { UnitEntity } from '../units/index.ts';

/** The recorded facts about a unit, independent of rules. */
export interface UnitEvidence {
  readonly facts: UnitFacts;
  readonly openCheck: OpenCheckFacts | null;
}

/** The recorded facts by unit. */
export async function evidenceOf(record: OnRecord, units: readonly UnitEntity[]): Promise<Map<string, UnitEvidence>> {
  const facts = await record.factsOf(units);
  return new Map(units.map(({ id }) => [id, { facts: valueAt(facts, id), openCheck: record.openCheckOf(id) }]));
}

/** All inputs of a unit's status, and the status they give. */
export interface Drawn {
  readonly evidence: StatusInput;
  readonly status: UnitStatus;
}

/** Computes the status from given facts under given rules, for example in a preview. */
export function statusUnder(known: UnitEvidence, unit: UnitEntity, now: Date, rules: ShopRules): Drawn {
  const evidence = evaluated(known, unit, now, rules);
  return { evidence, status: statusOf(evidence, dueRulesUnder(rules)) };
}

/** Shared by the units of a family in one batch: its source is read once. */
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
function evaluated({ facts, openCheck }: UnitEvidence, unit: UnitEntity, now: Date, rules: ShopRules): StatusInput {
  const { family } = unit;
  if (!family) throw new Error('load a unit with its family');
  const specification = readOnce(family, rules);
  const start = serviceStart(unit, facts.zone);
  const last = byValve(facts.last);
  const inside = byValve(facts.inside);
  const valves = valvesOf(layoutOf(family)).map((valve): ValveHistory => {
    const left = inside.get(valveKey(valve));
    return {
      valve,
      last: asLeftOf(last.get(valveKey(valve)), specification, rules),
      leftInside:
        left === undefined
          ? null
          : { at: left.at, hours: left.hours, ...(left.hoursEstimated && { hoursEstimated: true }) },
    };
  });
  const { intervalHours, intervalMonths, breakInHours, seasonDay } = family;
  return {
    now: toInstant(now),
    zone: facts.zone,
    use: unit.use,
    start: { at: start.readAt, hours: start.hours },
    interval: {
      hours: intervalHours === null ? null : hours(intervalHours),
      months: intervalMonths,
      season: seasonOf(seasonDay),
      breakInHours: breakInHours === null ? null : hours(breakInHours),
    },
    metered: !unit.noMeter || facts.hours !== null,
    noIntervalOnPurpose: family.noInterval,
    hoursEstimated: unit.noMeter,
    hours: facts.hours,
    valves,
    problemReports: facts.problems.map(({ symptom, at }) => ({ symptom, at, doNotRun: mustNotRun(symptom, rules) })),
    workLeft: facts.workLeft
      .filter(({ what, ticked }) => !isFinding(what) || mustNotRun(what, rules, ticked))
      .map(({ what, at }) => ({ what, at })),
    openCheck: openCheck === null ? null : openCheckOf(openCheck, specification, rules),
    followUps: facts.followUps.map(({ kind, what, byDay: by, at }) =>
      kind === 'unfinished' ? { kind, what, by, at } : { kind, at },
    ),
    specified: specification !== null,
    stored: facts.stored,
  };
}

const byValve = <T extends { readonly valve: Valve }>(all: readonly T[]): ReadonlyMap<string, T> =>
  new Map(all.map((each) => [valveKey(each.valve), each]));

/** The open work of an open check, by the current rules. */
function openCheckOf(
  { draft, by, startedAt, bladeToleranceMm }: OpenCheckFacts,
  specification: Specification | null,
  rules: ShopRules,
): OpenCheck {
  return { by, at: toInstant(new Date(startedAt)), ...openWork(draft, { specification, rules, bladeToleranceMm }) };
}

/** The valve states of a unit under given rules, the part of the status that rules or another source can change. */
export function outcomesUnder({ last }: UnitFacts, { family }: UnitEntity, rules: ShopRules) {
  if (!family) throw new Error('load a unit with its family');
  const specification = specificationOf(family, rules);
  const outcomes = last.map((gauged) => [valveKey(gauged.valve), asLeftOf(gauged, specification, rules)]);
  return { specified: specification !== null, outcomes };
}

const seasonOf = (day: string | null) =>
  day === null ? null : { month: Number(day.slice(0, 2)), day: Number(day.slice(3)) };

/**
 * The state of a valve by the current specification and rules. The check keeps its own verdict; under a new source or
 * decision rule the same gap may get another one. The tries are not evaluated again: the feel of the hand does not
 * change with the rules.
 */
function asLeftOf(
  gauged: LastGauged | undefined,
  specification: Specification | null,
  { decision }: ShopRules,
): ValveAsLeft | null {
  if (gauged === undefined) return null;
  const { at, hours: ran, reading, valve } = gauged;
  const window = specification?.windows[valve.kind] ?? null;
  const { engine, temperatureC, restedHours, elsewhere } = gauged.stated;
  const position = elsewhere === true ? 'elsewhere' : gauged.stated.position;
  if (engine === null || position === null || temperatureC === undefined)
    throw new Error('a signed check states engine and position');
  const circumstances = circumstancesFromFacts({ engine, temperatureC, restedHours: restedHours ?? null, position });
  const now = verdictUnder(specification, valve.kind, circumstances, reading, decision);
  // After a correction of the family's temperature or positions, the earlier verdict does not hold for a gap gauged
  // under other conditions.
  const asThen =
    now.state !== 'not-comparable' &&
    isDeepStrictEqual(window, gauged.window) &&
    // A statement without a gap does not depend on the decision rule.
    (reading.kind === 'stated' || isDeepStrictEqual(decision, gauged.decision));
  return asThen
    ? { at, hours: ran, reading, verdict: gauged.verdict, window: gauged.window }
    : { at, hours: ran, reading, verdict: now, window };
}
