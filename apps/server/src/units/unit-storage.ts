import type { EntityManager } from 'typeorm';
import { plainFacts } from '../platform/index.ts';

const TAKEN_OUT = `update unit_storage set to_at = $2 from unit
  where unit.id = unit_id and unit.id = any($1) and unit.use <> 'stored' and to_at is null`;
const PUT_AWAY = `insert into unit_storage (unit_id, from_at) select id, $2 from unit where id = any($1) and use = 'stored'
  on conflict do nothing`;

/** Records which units a change put into storage or took out. */
export async function noteStorage(manager: EntityManager, unitIds: readonly string[], at: Date): Promise<void> {
  await manager.query(TAKEN_OUT, [unitIds, at]);
  await manager.query(PUT_AWAY, [unitIds, at]);
}

/** Storage periods of units. */
export const STORED = plainFacts<{ readonly unitId: string; readonly fromAt: string; readonly toAt: string | null }>(
  'select unit_id as "unitId", from_at as "fromAt", to_at as "toAt" from unit_storage where unit_id = any($1)',
);
