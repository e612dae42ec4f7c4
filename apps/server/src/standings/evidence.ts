import {
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
import { acceptedReadings, serviceStart, toInstant } from '../readings/index.ts';
import type { UnitEntity } from '../units/index.ts';

/** Gathers everything that a unit's standing rests on. */
export async function evidenceOf(manager: EntityManager, unit: UnitEntity, now: Date): Promise<StandingInput> {
  const { family } = unit;
  if (!family) throw new Error('load a unit with its family');
  const specification = specificationOf(family);
  const start = serviceStart(unit);
  // One after the other: a transaction has one connection.
  const accepted = await acceptedReadings(manager, unit.id, now);
  const complaints = await openComplaints(manager, unit.id);
  const last = await latestFindings(manager, unit.id, false);
  const inside = await latestFindings(manager, unit.id, true);
  const valves = valvesOf(layoutOf(family)).map((valve): ValveRecord => {
    const key = valveKey(valve);
    const left = inside.get(key);
    return {
      valve,
      last: outcomeOf(last.get(key), specification),
      leftInside: left === undefined ? null : momentOf(left),
    };
  });
  const { intervalHours, intervalMonths, breakInHours } = family;
  return {
    now: toInstant(now),
    use: unit.use,
    start: { at: start.at, hours: start.shown },
    interval: {
      hours: intervalHours === null || unit.noMeter ? null : hours(intervalHours),
      months: intervalMonths,
      breakInHours: breakInHours === null || unit.noMeter ? null : hours(breakInHours),
    },
    hours: cumulativeHours(start, accepted),
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

/**
 * What is known of a valve, judged by the specification of now. The check itself keeps the verdict of its day; but when
 * another claim has come in force since, the same gap may stand otherwise.
 */
function outcomeOf(finding: FindingEntity | undefined, specification: Specification | null): ValveOutcome | null {
  if (finding === undefined) return null;
  const { reading, kind, check } = finding;
  const window = specification?.windows[kind] ?? null;
  if (isDeepStrictEqual(window, finding.window) || !check)
    return { ...momentOf(finding), reading, verdict: finding.verdict, window: finding.window };
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
    verdict: verdictUnder(specification, kind, circumstances, reading, SHOP_RULE),
    window,
  };
}
