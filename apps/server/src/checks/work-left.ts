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

/**
 * What checks left behind that keeps a unit in: for the release, the stem caps and the run what was stated of each last, and
 * of findings the last list of them.
 * One query for however many units.
 */
export async function workLeftOn(manager: EntityManager, unitIds: readonly string[]): Promise<LeftBehind[]> {
  const rows = await manager.query<{ unit_id: string; value: string; performed_at: Date }[]>(
    `select unit_id, value, performed_at
     from (
       select distinct on (unit_id, kind) unit_id, kind, value, performed_at
       from valve_check, lateral (values
         ('release', draft #>> '{work,release}'),
         ('caps', draft #>> '{work,caps}'),
         ('ran', draft #>> '{work,ran}')
       ) as said(kind, value)
       where state = 'signed' and not struck and unit_id = any($1) and value is not null
       order by unit_id, kind, performed_at desc
     ) as last
     where value = any($2)
     union all
     select unit_id, finding ->> 'kind', performed_at
     from (
       select distinct on (unit_id) unit_id, draft #> '{work,findings}' as findings, performed_at
       from valve_check
       where state = 'signed' and not struck and unit_id = any($1)
         and jsonb_typeof(draft #> '{work,findings}') = 'array'
       order by unit_id, performed_at desc
     ) as told, lateral jsonb_array_elements(findings) as finding
     where finding ->> 'kind' = any($3)`,
    [[...unitIds], Object.keys(WHAT), STAYS_IN],
  );
  return rows.flatMap(({ unit_id: unitId, value, performed_at: at }) => {
    const what = WHAT[value] ?? WORK_LEFT.find((each) => each === value);
    return what === undefined ? [] : [{ unitId, what, at }];
  });
}
