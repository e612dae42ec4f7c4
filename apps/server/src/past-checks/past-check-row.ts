import {
  type CumulativeHours,
  type GapReading,
  type Instant,
  type TimeZone,
  type Verdict,
  type WrittenValve,
  circumstancesFromFacts,
  emptyDraft,
  foundIn,
  gapSeriesOfWritten,
  gaugingUnder,
  instant,
  leftIn,
  momentOf,
  verdictUnder,
} from '@sturdy-shim/core';
import { randomUUID } from 'node:crypto';
import { type CheckEntity, type EvaluationContext, FindingEntity } from '../checks/index.ts';
import { type FamilyEntity, layoutOf, specificationOf } from '../families/index.ts';
import { type Result, fail, ok } from '../platform/index.ts';
import type { UnitEntity } from '../units/index.ts';
import * as refusals from './refusals.ts';

/** A past check with parsed gaps. */
export interface ReadPastCheck {
  readonly id: string;
  readonly doneOn: string;
  readonly doneBy: string;
  readonly hours: number | null;
  readonly engine: 'cold' | 'warm';
  readonly note: string;
  readonly valves: readonly WrittenValve[];
}

/** The unit of a past check, with the data that its evaluation needs. */
export interface Entered {
  readonly unit: UnitEntity;
  readonly family: FamilyEntity;
  readonly context: EvaluationContext;
  readonly zone: TimeZone;
  readonly now: Date;
  /** Hours of the unit in date order, from the start of service on. */
  readonly known: readonly CumulativeHours[];
  readonly by: { readonly id: string | null; readonly name: string };
}

const NOON_MINUTES = 12 * 60;

/** A past check is dated at noon of its day, or now if it was done today before noon. */
function momentOfCheck(doneOn: string, zone: TimeZone, now: Date): Date {
  return new Date(Math.min(momentOf(doneOn, NOON_MINUTES, zone), now.getTime()));
}

/** Hours are shown with one decimal. */
const SHOWN_TO = 0.05;

/** The rows of a past check, evaluated by the specification in use at its entry. */
export function pastCheckRows(
  past: ReadPastCheck,
  { unit, family, context, zone, now, known, by }: Entered,
): Result<{ check: CheckEntity; findings: FindingEntity[] }> {
  if (past.doneOn < unit.inServiceOn) return fail(refusals.doneBeforeService(unit.inServiceOn));
  const at = momentOfCheck(past.doneOn, zone, now);
  const [least, most] = hoursAround(known, instant(at.getTime()));
  if (past.hours !== null && (past.hours < least - SHOWN_TO || (most !== null && past.hours > most + SHOWN_TO)))
    return fail(refusals.hoursDoNotFit(least, most));
  const check: CheckEntity = {
    id: past.id,
    unitId: unit.id,
    state: 'signed',
    version: 1,
    startedAt: now,
    savedAt: now,
    savedBy: by.name,
    draft: { ...emptyDraft(layoutOf(family)), engine: past.engine },
    past: { doneOn: past.doneOn, doneBy: past.doneBy, valves: [...past.valves] },
    signedBy: by.name,
    signedById: by.id,
    struck: false,
    revision: family.revision,
    evaluationContext: context,
    note: past.note,
    performedAt: at,
    signedAt: now,
    hoursAt: past.hours,
  };
  return ok({ check, findings: findingsOf(past, check, family, context) });
}

function hoursAround(known: readonly CumulativeHours[], at: Instant): readonly [number, number | null] {
  const before = known.findLast(({ readAt }) => readAt <= at)?.hours ?? 0;
  return [before, known.find(({ readAt }) => readAt > at)?.hours ?? null];
}

function findingsOf(
  { engine, valves }: ReadPastCheck,
  { id, unitId }: CheckEntity,
  family: FamilyEntity,
  { rules }: EvaluationContext,
): FindingEntity[] {
  const specification = specificationOf(family, rules);
  const circumstances = circumstancesFromFacts({ engine, temperatureC: null, position: 'elsewhere' });
  return valves.flatMap((valve) => {
    const series = gapSeriesOfWritten(valve, gaugingUnder(rules, null));
    const [found, left] = [foundIn(series), leftIn(series)];
    const finding = (phase: 'found' | 'left', reading: GapReading): FindingEntity => {
      const verdict: Verdict =
        reading.kind === 'stated'
          ? { state: 'inside', how: 'stated', chanceInside: 1 }
          : verdictUnder(specification, valve.kind, circumstances, reading, rules.decision);
      return Object.assign(new FindingEntity(), {
        id: randomUUID(),
        checkId: id,
        unitId,
        cylinder: valve.cylinder,
        kind: valve.kind,
        ordinal: valve.ordinal,
        phase,
        final: phase === 'left' || !series.adjusted,
        tries: [],
        reading,
        window: specification?.windows[valve.kind] ?? null,
        verdictState: verdict.state,
        verdict,
      });
    };
    return [
      ...(found === null ? [] : [finding('found', found.reading)]),
      ...(left === null || !series.adjusted ? [] : [finding('left', left.reading)]),
    ];
  });
}
