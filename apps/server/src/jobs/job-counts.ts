import type { DataSource } from 'typeorm';
import type { JobKindDto } from './job.dto.ts';
import { JOBS_SCHEMA, QUEUE_NAMES, type Queue } from './queues.ts';

interface Row {
  readonly name: Queue;
  readonly waiting: number;
  readonly running: number;
  readonly done_at: Date | null;
  readonly said: string | null;
  readonly failed_at: Date | null;
  readonly failure: string | null;
}

/** One pass over the stored jobs. */
const OVERVIEW = `
  with jobs as (
    select name, state::text, completed_on, output from ${JOBS_SCHEMA}.job where name = any($1)
    union all
    select name, state::text, completed_on, output from ${JOBS_SCHEMA}.archive where name = any($1)
  )
  select name,
    count(*) filter (where state in ('created', 'retry'))::int as waiting,
    count(*) filter (where state = 'active')::int as running,
    max(completed_on) filter (where state = 'completed') as done_at,
    (array_agg(output ->> 'said' order by completed_on desc) filter (where state = 'completed'))[1] as said,
    max(completed_on) filter (where state = 'failed') as failed_at,
    (array_agg(coalesce(output ->> 'message', output ->> 'value') order by completed_on desc) filter (where state = 'failed'))[1] as failure
  from jobs group by name`;

/** Background jobs by kind, with the last result. */
export async function jobCounts(database: DataSource): Promise<JobKindDto[]> {
  const rows = await database.query<Row[]>(OVERVIEW, [QUEUE_NAMES]);
  return QUEUE_NAMES.map((kind) => kindDto(kind, rows));
}

function kindDto(kind: Queue, rows: readonly Row[]): JobKindDto {
  const row = rows.find(({ name }) => name === kind);
  return {
    kind,
    waiting: row?.waiting ?? 0,
    running: row?.running ?? 0,
    doneAt: row?.done_at?.toISOString() ?? null,
    said: row?.said ?? '',
    failedAt: row?.failed_at?.toISOString() ?? null,
    failure: row?.failure ?? '',
  };
}
