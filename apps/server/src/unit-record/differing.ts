import { isDeepStrictEqual } from 'node:util';
import type { EntityManager } from 'typeorm';
import { UnitEntity } from '../units/index.ts';
import { collect, collectedFacts } from './collected.ts';
import { UnitFactsEntity } from './unit-facts.entity.ts';

/** Tags of units whose stored facts differ from the record at the moment of their collection. */
export async function differingFacts(manager: EntityManager): Promise<string[]> {
  const rows = await manager.find(UnitFactsEntity, { order: { unitId: 'ASC' } });
  const differing: string[] = [];
  for (const { unitId, collectedAt, validUntil, facts } of rows) {
    // Invalidated: it is collected again before use.
    if (validUntil !== null && validUntil <= collectedAt) continue;
    const unit = await manager.findOneByOrFail(UnitEntity, { id: unitId });
    const record = await collect(manager, [unitId], collectedAt);
    const again = (await collectedFacts(manager, [unit], collectedAt, record)).get(unitId);
    if (!isDeepStrictEqual(JSON.parse(JSON.stringify(again)), facts)) differing.push(unit.tag);
  }
  return differing;
}
