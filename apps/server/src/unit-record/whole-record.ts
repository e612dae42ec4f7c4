import {
  valueAt,
  type CheckOnRecord,
  DEFAULT_GAUGING,
  type EnteredValve,
  type ShopRules,
  type Symptom,
  type TimeZone,
  type UnitRecord,
  dayAt,
  gapSeries,
  gapSeriesOfWritten,
  gaugingUnder,
  hours,
  mm,
  startOfDay,
  toCelsius,
} from '@sturdy-shim/core';
import type { EntityManager } from 'typeorm';
import type { CheckDraft, PastCheck } from '../checks/index.ts';
import { type FactSource, Facts, plainFacts } from '../platform/index.ts';
import { toInstant } from '../readings/index.ts';
import { hoursOnRecordOf } from './hours-on-record.ts';
import { STORED, type UnitEntity } from '../units/index.ts';

interface CheckRow extends Pick<CheckDraft, 'engine' | 'temperatureC' | 'position' | 'bladeSetId'> {
  readonly unitId: string;
  readonly id: string;
  readonly performedAt: string;
  readonly hoursAt: number | null;
  readonly by: string;
  readonly revision: number | null;
  readonly measureOnly: boolean | null;
  readonly rules: ShopRules | null;
  readonly bladeToleranceMm: number | null;
  readonly valves: readonly EnteredValve[];
  readonly past: PastCheck | null;
}

/** Signed checks that count; an amendment may have struck one. */
const CHECKS: FactSource<CheckRow, CheckOnRecord> = {
  sql: `select unit_id as "unitId", id, performed_at as "performedAt", hours_at as "hoursAt", signed_by as by, revision,
      draft ->> 'engine' as engine, draft -> 'temperatureC' as "temperatureC", draft ->> 'position' as position,
      draft ->> 'bladeSetId' as "bladeSetId", draft -> 'measureOnly' as "measureOnly",
      evaluation_context -> 'rules' as rules, evaluation_context -> 'bladeToleranceMm' as "bladeToleranceMm",
      draft -> 'valves' as valves, past
    from valve_check where unit_id = any($1) and state = 'signed' and not struck and performed_at <= $2`,
  read: ({
    performedAt,
    hoursAt,
    temperatureC,
    measureOnly,
    rules,
    bladeToleranceMm,
    valves,
    past,
    id,
    by,
    ...row
  }) => {
    // Checks from before shop rules existed were gauged by the program's defaults.
    const assumptions =
      rules === null ? DEFAULT_GAUGING : gaugingUnder(rules, bladeToleranceMm === null ? null : mm(bladeToleranceMm));
    return {
      id,
      at: toInstant(new Date(performedAt)),
      hours: hoursAt === null ? null : hours(hoursAt),
      by: past === null ? by : past.doneBy,
      engine: row.engine,
      temperatureC: temperatureC === null ? null : toCelsius(temperatureC, '°C'),
      position: row.position,
      revision: row.revision,
      bladeSetId: row.bladeSetId,
      measureOnly: measureOnly === true,
      past: past !== null,
      valves:
        past === null
          ? valves.map((valve) => gapSeries(valve, assumptions))
          : past.valves.map((valve) => gapSeriesOfWritten(valve, assumptions)),
    };
  },
};
const SOURCES = new Facts('whole-record', {
  checks: CHECKS,
  reports: plainFacts<{ unitId: string; symptom: Symptom; fromAt: string; toAt: string | null }>(
    `select unit_id as "unitId", symptom, reported_at as "fromAt", closed_at as "toAt" from problem_report
     where unit_id = any($1) and reported_at <= $2`,
  ),
  followUps: plainFacts<{ unitId: string; what: string; part: string; fromAt: string; toAt: string | null }>(
    `select unit_id as "unitId", what, part, made_at as "fromAt", closed_at as "toAt" from follow_up
     where unit_id = any($1) and not withdrawn and made_at <= $2`,
  ),
  stored: STORED,
});

/** The records of units up to a moment, by unit, with the same statements for one and many. */
export async function recordsOf(
  manager: EntityManager,
  units: readonly UnitEntity[],
  now: Date,
): Promise<ReadonlyMap<string, UnitRecord>> {
  const ids = units.map(({ id }) => id);
  const facts = await SOURCES.gather(manager, ids, now);
  const run = await hoursOnRecordOf(manager, units, now);
  return new Map(
    units.map((unit): [string, UnitRecord] => {
      const { zone } = valueAt(run, unit.id);
      return [
        unit.id,
        {
          ...valueAt(run, unit.id),
          checks: (facts.checks.get(unit.id) ?? []).toSorted(
            (a, b) => orderOf(a, zone) - orderOf(b, zone) || (a.id < b.id ? -1 : 1),
          ),
          reports: spans(facts.reports.get(unit.id), ({ symptom }) => ({ symptom })),
          followUps: spans(facts.followUps.get(unit.id), ({ what, part }) => ({ what, part })),
          stored: spans(facts.stored.get(unit.id), () => ({})),
        },
      ];
    }),
  );
}

/** The time of day of a past check is unknown; it precedes what was gauged here on the same day. */
const orderOf = ({ at, past }: CheckOnRecord, zone: TimeZone): number =>
  past ? startOfDay(dayAt(at, zone), zone) : at;

const spans = <Row extends { readonly fromAt: string; readonly toAt: string | null }, Of extends object>(
  rows: readonly Row[] | undefined,
  of: (row: Row) => Of,
): (Of & UnitRecord['stored'][number])[] =>
  (rows ?? [])
    .map((row) => ({
      ...of(row),
      from: toInstant(new Date(row.fromAt)),
      to: row.toAt === null ? null : toInstant(new Date(row.toAt)),
    }))
    .toSorted((a, b) => a.from - b.from);
