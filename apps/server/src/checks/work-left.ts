import { STAYS_IN, WORK_LEFT, type WorkLeft } from '@sturdy-shim/core';
import type { EntityManager } from 'typeorm';

export interface LeftBehind {
  readonly unitId: string;
  readonly what: WorkLeft;
  readonly at: Date;
}

const WHAT: Readonly<Record<string, WorkLeft>> = {
  'no-bump': 'no-release',
  missing: 'cap-missing',
  trouble: 'runs-badly',
};

/** What a check states of the work is taken out of it once: the whole of it is much longer. */
const LEFT = `
  with signed as materialized (
    select unit_id, performed_at, draft -> 'work' as work from valve_check
    where unit_id = any($1) and state = 'signed' and not struck
  )
  select unit_id, value, performed_at
  from (
    select distinct on (unit_id, kind) unit_id, kind, value, performed_at
    from signed, lateral (values
      ('release', work ->> 'release'), ('caps', work ->> 'caps'), ('ran', work ->> 'ran')
    ) as said(kind, value)
    where value is not null
    order by unit_id, kind, performed_at desc
  ) as last
  where value = any($2)
  union all
  select unit_id, finding ->> 'kind', performed_at
  from (
    select distinct on (unit_id) unit_id, work -> 'findings' as findings, performed_at
    from signed where jsonb_typeof(work -> 'findings') = 'array'
    order by unit_id, performed_at desc
  ) as told, lateral jsonb_array_elements(findings) as finding
  where finding ->> 'kind' = any($3)`;

/**
 * What checks left behind that keeps a unit in: for the release, the stem caps and the run what was stated of each last, and
 * of findings the last list of them.
 * One query for however many units.
 */
export async function workLeftOn(manager: EntityManager, unitIds: readonly string[]): Promise<LeftBehind[]> {
  const rows = await manager.query<{ unit_id: string; value: string; performed_at: Date }[]>(LEFT, [
    [...unitIds],
    Object.keys(WHAT),
    STAYS_IN,
  ]);
  return rows.flatMap(({ unit_id: unitId, value, performed_at: at }) => {
    const what = WHAT[value] ?? WORK_LEFT.find((each) => each === value);
    return what === undefined ? [] : [{ unitId, what, at }];
  });
}
