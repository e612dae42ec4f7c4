import { valueAt } from '@sturdy-shim/core';
import type { EntityManager } from 'typeorm';
import { Facts, plainFacts, prepared, zoneIn } from '../platform/index.ts';
import type { UnitEntity } from '../units/index.ts';
import { LIVE_FACTS } from './live-facts.ts';
import type { UnitFacts } from './unit-facts.ts';

const SOURCES = new Facts('unit-facts-kept', {
  ...LIVE_FACTS,
  kept: plainFacts<{ readonly unitId: string; readonly facts: UnitFacts }>(
    `select unit_id as "unitId", facts from unit_facts
     where unit_id = any($1) and collected_at <= $2 and (valid_until is null or valid_until > $2)`,
  ),
});
export type Kept = Awaited<ReturnType<typeof SOURCES.gather>>;

/** Reads the stored facts that are valid at a moment, together with the facts that are never stored. */
export const readKept = (manager: EntityManager, unitIds: readonly string[], now: Date): Promise<Kept> =>
  SOURCES.gather(manager, unitIds, now);

/** The stored facts by unit. After a change of the zone they are collected again. */
export function keptFacts(record: Kept): Map<string, UnitFacts> {
  const zone = zoneIn(record.zone);
  return new Map(
    [...record.kept].flatMap(([id, [row]]) => (row !== undefined && row.facts.zone === zone ? [[id, row.facts]] : [])),
  );
}

const KEEP = {
  name: 'unit-facts-keep',
  text: `insert into unit_facts (unit_id, facts, collected_at, valid_until)
    select unit_id, facts, $3, valid_until from unnest($1::uuid[], $2::jsonb[], $4::timestamptz[]) as row(unit_id, facts, valid_until)
    on conflict (unit_id) do update set facts = excluded.facts, collected_at = excluded.collected_at,
      valid_until = excluded.valid_until`,
};

/** Stores the facts of units collected at a moment. */
export const keepFacts = (
  manager: EntityManager,
  units: readonly UnitEntity[],
  facts: ReadonlyMap<string, UnitFacts>,
  now: Date,
): Promise<unknown> =>
  prepared(manager, KEEP, [
    units.map(({ id }) => id),
    units.map(({ id }) => JSON.stringify(facts.get(id))),
    now,
    units.map((unit) => holdUntil(unit, valueAt(facts, unit.id), now)),
  ]);

/** Estimated hours increase within their last day, and a future reading counts from its moment on. */
function holdUntil({ noMeter }: UnitEntity, { nextReadingAt }: UnitFacts, now: Date): Date | null {
  if (noMeter) return now;
  return nextReadingAt === null ? null : new Date(nextReadingAt);
}

/** Invalidates the facts of units; a job collects them again. */
export const forgetFacts = (manager: EntityManager, unitIds: readonly string[]): Promise<unknown> =>
  manager.query('update unit_facts set valid_until = collected_at where unit_id = any($1)', [unitIds]);
