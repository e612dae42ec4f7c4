import type { EntityManager } from 'typeorm';
import { grouped } from '../platform/index.ts';
import { UnitStorageEntity } from './unit-storage.entity.ts';

const TAKEN_OUT = `update unit_storage set to_at = $2 from unit
  where unit.id = unit_id and unit.id = any($1) and unit.use <> 'stored' and to_at is null`;
const PUT_AWAY = `insert into unit_storage (unit_id, from_at) select id, $2 from unit where id = any($1) and use = 'stored'
  on conflict do nothing`;

/** Notes what units began or ended to be put away with a change that was just made. */
export async function noteStorage(manager: EntityManager, unitIds: readonly string[], at: Date): Promise<void> {
  await manager.query(TAKEN_OUT, [unitIds, at]);
  await manager.query(PUT_AWAY, [unitIds, at]);
}

/** When units were put away, by unit, oldest first. */
export const storageOf = async (
  manager: EntityManager,
  unitIds: readonly string[],
): Promise<ReadonlyMap<string, readonly UnitStorageEntity[]>> =>
  grouped(
    await manager
      .createQueryBuilder(UnitStorageEntity, 'span')
      .where('span.unit_id = any(:unitIds)', { unitIds })
      .orderBy('span.unit_id')
      .addOrderBy('span.from_at')
      .getMany(),
    ({ unitId }) => unitId,
  );
