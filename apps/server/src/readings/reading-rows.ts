import type { EntityManager } from 'typeorm';
import { bareArray, prepared } from '../platform/index.ts';
import type { ReadingEntity } from './reading.entity.ts';

/** Column arrays, so that the statement does not depend on the number of rows. Moments are in ms. */
const INSERT = {
  name: 'readings-added',
  text: `insert into reading (id, unit_id, read_at, shown_hours, note, read_by, lap, state, suspicions, received_at)
  select id, unit_id, to_timestamp(read_at / 1000), shown, note, read_by, lap, state, suspicions, to_timestamp(received_at / 1000)
  from unnest($1::uuid[], $2::uuid[], $3::float8[], $4::float8[], $5::text[], $6::text[], $7::int[], $8::text[], $9::jsonb[],
    $10::float8[]) as row(id, unit_id, read_at, shown, note, read_by, lap, state, suspicions, received_at)`,
};

/** Stores new readings without a settlement. */
export async function insertReadings(manager: EntityManager, rows: readonly ReadingEntity[]): Promise<void> {
  if (rows.length === 0) return;
  await prepared(manager, INSERT, [
    bareArray(rows.map(({ id }) => id)),
    bareArray(rows.map(({ unitId }) => unitId)),
    bareArray(rows.map(({ readAt }) => readAt.getTime())),
    bareArray(rows.map(({ shownHours }) => shownHours)),
    rows.map(({ note }) => note),
    rows.map(({ readBy }) => readBy),
    bareArray(rows.map(({ lap }) => lap)),
    bareArray(rows.map(({ state }) => state)),
    rows.map(({ suspicions }) => JSON.stringify(suspicions)),
    bareArray(rows.map(({ receivedAt }) => receivedAt.getTime())),
  ]);
}
