/**
 * A query for invalid rows: from before a rule existed, written outside the program, or caused by our bug. Each names
 * the rows so that a person can find them.
 */
export interface Look {
  /** Words after "1 row" or "3 rows". */
  readonly what: string;
  readonly remedy: string;
  /** Selects `name`, a few rows at most. */
  readonly sql: string;
}

const SHOWN = 20;
const ZONE = `coalesce((select time_zone from shop), 'UTC')`;
/**
 * The same characters as the core's `isStorable`, because the database's character classes do not include invisible
 * ones.
 */
const INVISIBLE = `'[\\u0001-\\u001f\\u007f-\\u009f\\u00ad\\u061c\\u115f\\u1160\\u180e\\u200b\\u200e\\u200f\\u2028-\\u202e\\u2060-\\u206f\\u3164\\ufeff\\uffa0]'`;

export const LOOKS: readonly Look[] = [
  {
    what: 'without a status',
    remedy: 'Save the unit once.',
    sql: `select tag as name from unit where not exists (select 1 from unit_status where unit_id = unit.id) limit ${SHOWN}`,
  },
  {
    what: 'with a check that is dated before the unit went into service',
    remedy: 'Correct the date in service, or strike the check.',
    sql: `select distinct unit.tag as name from valve_check join unit on unit.id = unit_id
      where valve_check.state = 'signed' and not struck and (performed_at at time zone ${ZONE})::date < in_service_on limit ${SHOWN}`,
  },
  {
    what: 'with use that is dated before the unit went into service',
    remedy: 'Correct the date in service, or void the entry.',
    sql: `select distinct unit.tag as name from use_entry join unit on unit.id = unit_id
      where voided_at is null and from_day < in_service_on limit ${SHOWN}`,
  },
  {
    what: 'whose name holds invisible characters',
    remedy: 'Type the name again.',
    sql: `select name from (select tag as name from unit union all select name from site union all select code from family
      union all select name from blade_set union all select name from person) as named where name ~ ${INVISIBLE} limit ${SHOWN}`,
  },
  {
    what: 'of a feed that shows a key in its address',
    remedy: 'Save the feed once.',
    sql: `select name from hour_feed where url ~ '[?&][^=]*=(?!•••)' limit ${SHOWN}`,
  },
  {
    what: 'of a calendar whose maker has left',
    remedy: 'Revoke the address.',
    sql: `select calendar_feed.name from calendar_feed join person on person.id = made_by_id
      where revoked_at is null and not active limit ${SHOWN}`,
  },
  {
    what: 'of a file that comes in without a job',
    remedy: 'Start the server again, then start the file again.',
    sql: `select file_name as name from readings_import where state = 'running' and not exists (
        select 1 from jobs.job where job.name = 'readings-import' and job.state < 'completed'
          and data ->> 'importId' = readings_import.id::text) limit ${SHOWN}`,
  },
  {
    what: 'of a finding that belongs to another unit than its check',
    remedy: 'This is a fault of ours: report it.',
    sql: `select unit.tag as name from finding join valve_check on valve_check.id = check_id join unit on unit.id = finding.unit_id
      where finding.unit_id <> valve_check.unit_id limit ${SHOWN}`,
  },
];

/** Constraints that are enforced for new rows only, because an older row violates them. */
export const UNPROVEN_BOUNDS = `select conrelid::regclass::text as "table", conname as bound, pg_get_constraintdef(oid) as definition
  from pg_constraint where contype = 'c' and not convalidated order by 1, 2`;
