import type { EntityManager } from 'typeorm';
import { prepared } from '../platform/index.ts';
import type { UnitStatusEntity } from './unit-status.entity.ts';

type Row = Omit<UnitStatusEntity, 'unit'>;

/** Every column with its type; the statement does not depend on the number of rows. */
const COLUMNS: readonly (readonly [name: string, type: string, of: (row: Row) => unknown])[] = [
  ['unit_id', 'uuid', (row) => row.unitId],
  ['family_id', 'uuid', (row) => row.familyId],
  ['site_id', 'uuid', (row) => row.siteId],
  ['kind', 'text', (row) => row.kind],
  ['tag_key', 'text', (row) => row.tagKey],
  ['state', 'text', (row) => row.state],
  ['rank', 'int2', (row) => row.rank],
  ['reasons', 'jsonb', (row) => JSON.stringify(row.reasons)],
  ['hours_now', 'float8', (row) => row.hoursNow],
  ['hours_read_at', 'timestamptz', (row) => row.hoursReadAt],
  ['due_at_hours', 'float8', (row) => row.dueAtHours],
  ['hours_left', 'float8', (row) => row.hoursLeft],
  ['interval_hours', 'float8', (row) => row.intervalHours],
  ['due_at', 'timestamptz', (row) => row.dueAt],
  ['interval_days', 'float8', (row) => row.intervalDays],
  ['widths_outside', 'float8', (row) => row.widthsOutside],
  ['changes_at', 'timestamptz', (row) => row.changesAt],
  ['computed_mark', 'int4', (row) => row.computedMark],
  ['computed_at', 'timestamptz', (row) => row.computedAt],
  ['mark', 'int4', (row) => row.mark],
];
/** The mark counter is not written, because it may have increased since. */
const KEPT = new Set(['unit_id', 'mark']);
const NAMES = COLUMNS.map(([name]) => name);
const UPSERT = {
  name: 'statuses-kept',
  text: `insert into unit_status (${NAMES.join(', ')})
  select * from unnest(${COLUMNS.map(([, type], index) => `$${index + 1}::${type}[]`).join(', ')})
  on conflict (unit_id) do update set ${NAMES.filter((name) => !KEPT.has(name))
    .map((name) => `${name} = excluded.${name}`)
    .join(', ')}`,
};

/** Stores computed statuses. */
export const keepStatuses = (manager: EntityManager, rows: readonly Row[]): Promise<unknown> =>
  prepared(
    manager,
    UPSERT,
    COLUMNS.map(([, , of]) => rows.map(of)),
  );
