import { standingOf } from '@sturdy-shim/core';
import type { EntityManager } from 'typeorm';
import type { Restanding, RuleBook } from '../house/index.ts';
import { UnitEntity } from '../units/index.ts';
import { evidenceOf } from './evidence.ts';

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
  const found: Restanding[] = [];
  for (const unit of units) {
    const stands = standingOf(await evidenceOf(manager, unit, now, before)).state;
    const would = standingOf(await evidenceOf(manager, changed(unit), now, after)).state;
    if (stands !== would) found.push({ tag: unit.tag, before: stands, after: would });
  }
  return found;
}
