import { FINDING_KINDS, type FindingKind, WORK_LEFT, type WorkLeft } from '@sturdy-shim/core';
import type { FactSource } from '../platform/index.ts';

const WHAT: Readonly<Record<string, WorkLeft>> = {
  'no-bump': 'no-release',
  missing: 'cap-missing',
  trouble: 'runs-badly',
};

/** Only the work is extracted from the draft's JSON, once: the whole draft is much longer. */
const listed = (codes: readonly string[]): string => `{${codes.join(',')}}`;
const LEFT = `
  with signed as materialized (
    select unit_id, performed_at, draft -> 'work' as work from valve_check
    where unit_id = any($1) and state = 'signed' and not struck
  )
  select unit_id as "unitId", value, performed_at as at, false as ticked
  from (
    select distinct on (unit_id, kind) unit_id, kind, value, performed_at
    from signed, lateral (values
      ('release', work ->> 'release'), ('caps', work ->> 'caps'), ('ran', work ->> 'ran')
    ) as said(kind, value)
    where value is not null
    order by unit_id, kind, performed_at desc
  ) as last
  where value = any('${listed(Object.keys(WHAT))}')
  union all
  select unit_id, finding ->> 'kind', performed_at, finding -> 'doNotRun' = 'true'
  from (
    select distinct on (unit_id) unit_id, work -> 'findings' as findings, performed_at
    from signed where jsonb_typeof(work -> 'findings') = 'array'
    order by unit_id, performed_at desc
  ) as told, lateral jsonb_array_elements(findings) as finding`;

/** Findings keep a unit in by the shop's rules; stated faults of release, caps and run always do. */
export const isFinding = (what: WorkLeft): what is FindingKind => FINDING_KINDS.some((each) => each === what);

/**
 * Results of checks that may keep a unit in: the last statement about the release, the stem caps and the run, and the
 * last list of findings.
 */
export const WORK_LEFT_BEHIND: FactSource<
  { readonly unitId: string; readonly value: string; readonly at: string; readonly ticked: boolean | null },
  { readonly what: WorkLeft; readonly at: Date; readonly ticked: boolean }
> = {
  sql: LEFT,
  read: ({ value, at, ticked }) => {
    const what = WHAT[value] ?? WORK_LEFT.find((each) => each === value);
    if (what === undefined) throw new Error(`nothing that a check leaves: ${value}`);
    // `ticked`: the technician marked this finding as one with which the unit must not run.
    return { what, at: new Date(at), ticked: ticked === true };
  },
};
