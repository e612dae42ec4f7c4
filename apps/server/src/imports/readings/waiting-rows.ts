import type { EntityManager } from 'typeorm';
import { bareArray } from '../../platform/index.ts';

/** Lines written to the staging table at once. */
const AT_ONCE = 5000;
/** A temporary table of the transaction: neither logged nor indexed. */
const BEGIN = `create temporary table arriving (line int, unit_id uuid, read_at timestamptz, hours float8, note text)
  on commit drop`;
const PUT_BY = `insert into arriving select line, unit_id, to_timestamp(at / 1000), hours, note
  from unnest($1::int[], $2::uuid[], $3::float8[], $4::float8[], $5::text[]) as row(line, unit_id, at, hours, note)`;
const SORT_MEMORY = "set local work_mem = '64MB'";
/** Two chunks: one is written while the other is evaluated. */
export const LANES = [0, 1] as const;
/** Each distinct reading by its first line, ordered by unit and time. */
const KEEP = `with kept as (
    select distinct on (unit_id, read_at, hours) * from arriving order by unit_id, read_at, hours, line),
  placed as (
    insert into readings_import_row (import_id, lane, place, line, unit_id, read_at, hours, note)
    select $1, abs(hashtext(unit_id::text) % ${LANES.length}), row_number() over (order by unit_id, read_at, line),
      line, unit_id, read_at, hours, note from kept
    returning 1)
  select count(*)::int as rows from placed`;

export interface WaitingRow {
  readonly line: number;
  readonly unitId: string;
  /** ms */
  readonly at: number;
  readonly hours: number;
  readonly note: string;
}

/** Writes the rows of one file to the staging table within one transaction, with a few thousand in memory. */
export class WaitingRows {
  private gathered: WaitingRow[] = [];
  /** Writes a chunk while the next rows are read. */
  private underWay: Promise<unknown> = Promise.resolve();

  constructor(private readonly manager: EntityManager) {}

  async begin(): Promise<void> {
    await this.manager.query(BEGIN);
  }

  add(row: WaitingRow): Promise<void> | void {
    this.gathered.push(row);
    if (this.gathered.length >= AT_ONCE) return this.putBy();
  }

  /** Numbers the rows. @returns the number of distinct readings */
  async keepAs(importId: string): Promise<number> {
    await this.putBy();
    await this.underWay;
    await this.manager.query(SORT_MEMORY);
    const [counted] = await this.manager.query<[{ rows: number }]>(KEEP, [importId]);
    return counted.rows;
  }

  private async putBy(): Promise<void> {
    const rows = this.gathered;
    this.gathered = [];
    await this.underWay;
    this.underWay = this.manager.query(PUT_BY, [
      bareArray(rows.map(({ line }) => line)),
      bareArray(rows.map(({ unitId }) => unitId)),
      bareArray(rows.map(({ at }) => at)),
      bareArray(rows.map(({ hours }) => hours)),
      rows.map(({ note }) => note),
    ]);
    // The next consumer gets the error; until then no listener exists.
    this.underWay.catch(() => undefined);
  }
}
