import { standingOf } from '@sturdy-shim/core';
import type { EntityManager } from 'typeorm';
import { FindingEntity } from '../checks/index.ts';
import { specificationOf } from '../families/index.ts';
import type { Restanding, RuleBook } from '../house/index.ts';
import { UnitEntity } from '../units/index.ts';
import { factsOf, judged } from './evidence.ts';

/** Units, of one family or of all, that would stand otherwise if something were changed. Changes nothing. */
export async function restandings(
  manager: EntityManager,
  familyId: string | null,
  now: Date,
  before: RuleBook,
  after: RuleBook,
  changed: (unit: UnitEntity) => UnitEntity = (unit) => unit,
): Promise<Restanding[]> {
  const units = await manager.find(UnitEntity, {
    where: familyId === null ? {} : { familyId },
    relations: { family: { claims: true } },
    order: { tagKey: 'ASC' },
  });
  const gauged = await gaugedUnits(manager);
  const found: Restanding[] = [];
  for (const unit of units) {
    const [was, would] = [before.of(unit.familyId), after.of(unit.familyId)];
    const next = changed(unit);
    // What was never gauged is judged by nothing: only whether anything is in force moves it.
    if (!gauged.has(unit.id) && isSpecified(unit, was) === isSpecified(next, would)) continue;
    const facts = await factsOf(manager, unit, now);
    const stands = standingOf(judged(facts, unit, now, was)).state;
    const wouldStand = standingOf(judged(facts, next, now, would)).state;
    if (stands !== wouldStand) found.push({ tag: unit.tag, before: stands, after: wouldStand });
  }
  return found;
}

const isSpecified = ({ family }: UnitEntity, rules: ReturnType<RuleBook['of']>): boolean =>
  family !== undefined && specificationOf(family, rules) !== null;

async function gaugedUnits(manager: EntityManager): Promise<ReadonlySet<string>> {
  const rows = await manager
    .createQueryBuilder(FindingEntity, 'finding')
    .select('distinct finding.unit_id', 'unitId')
    .getRawMany<{ unitId: string }>();
  return new Set(rows.map(({ unitId }) => unitId));
}
