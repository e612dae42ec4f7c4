import type { EntityManager } from 'typeorm';
import { bareArray } from '../../platform/index.ts';

/** Lines written to the staging table at once. */
const AT_ONCE = 5000;
/** In the transaction's own memory and gone with it: neither logged nor indexed. */
const BEGIN = `create temporary table arriving (line int, unit_id uuid, read_at timestamptz, hours float8, note text)
  on commit drop`;
const PUT_BY = `insert into arriving select line, unit_id, to_timestamp(at / 1000), hours, note
  from unnest($1::int[], $2::uuid[], $3::float8[], $4::float8[], $5::text[]) as row(line, unit_id, at, hours, note)`;
const SORT_MEMORY = "set local work_mem = '64MB'";
/** While the rows of one are written the other is evaluated. */
export const LANES = [0, 1] as const;
/** Each reading once, by its first line, unit by unit as it was read. */
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

/** The rows of one file on their way into the table where they wait, within one transaction. Memory holds a few thousand. */
export class WaitingRows {
  private gathered: WaitingRow[] = [];
  /** The database puts some by while the next are read. */
  private underWay: Promise<unknown> = Promise.resolve();

  constructor(private readonly manager: EntityManager) {}

  async begin(): Promise<void> {
    await this.manager.query(BEGIN);
  }

  add(row: WaitingRow): Promise<void> | void {
    this.gathered.push(row);
    if (this.gathered.length >= AT_ONCE) return this.putBy();
  }

  /** Numbers what came. @returns how many different readings there are */
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
