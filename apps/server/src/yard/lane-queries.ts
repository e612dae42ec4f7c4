import { itemAt, UNIT_STATES, type UnitState, rankOf } from '@sturdy-shim/core';
import type { EntityManager } from 'typeorm';
import type { LanesQuery, PegDto, YardQuery } from './yard.dto.ts';

/**
 * SQL statements of the yard's run lines. They are composed only of constants in this file; request values are
 * parameters.
 */

export type LanesBy = NonNullable<LanesQuery['by']>;
export type Axis = NonNullable<LanesQuery['axis']>;

/** SQL expression of a lane's key. */
const KEY: Readonly<Record<LanesBy, string>> = {
  family: 'status.family_id',
  site: 'status.site_id',
  kind: 'status.kind',
};
const KEY_TYPE: Readonly<Record<LanesBy, string>> = { family: 'uuid', site: 'uuid', kind: 'text' };

const DAYS_LEFT = "date_part('epoch', status.due_at - $1::timestamptz) / 86400";
const SHARE_LEFT = `least(status.hours_left / status.interval_hours, ${DAYS_LEFT} / status.interval_days)`;
export const VALUE: Readonly<Record<Axis, string>> = {
  hours: 'status.hours_left',
  days: DAYS_LEFT,
  share: SHARE_LEFT,
};

/** Columns of a density: half an interval after the due point and one before it, coarser after it. */
export const BINS = { past: 15, ahead: 60 } as const;
const BIN = `case when share > 0 then ${BINS.past} + least(${BINS.ahead}, ceil(share * ${BINS.ahead})) - 1
  when share <= 0 then greatest(0, ${BINS.past - 1} + ceil(share * ${BINS.past * 2})) end::int`;

export const STATUSES = 'unit_status status';
/** Joins for columns that are not in the status table. */
export const WITH_UNITS = `${STATUSES} join "unit" on "unit".id = status.unit_id`;
/** Parameters 1 to 4 of every statement: the moment, and the filter, each null where it is not asked for. */
export const MATCHES = `$1::timestamptz is not null and ($2::text is null or status.site_id = (select id from site where name = $2))
  and ($3::text is null or status.kind = $3)
  and ($4::text is null or status.family_id = (select id from family where code = $4))`;
export const matchingParameters = ({ site, kind, family }: YardQuery, at: Date) => [
  at,
  site ?? null,
  kind ?? null,
  family ?? null,
];
/** Retired units are counted for the whole yard but are in no lane, because their number only grows. */
export const DRAWN = `status.rank <> ${rankOf('retired')}`;
const SIDE = `jsonb_path_query_first(status.reasons, '$[*] ? (@.code == "valve-outside").side') #>> '{}'`;
export const PEG = `unit.tag, unit.kind, status.state, status.hours_left as "hoursLeft", ${DAYS_LEFT} as "daysLeft",
  ${SHARE_LEFT} as "shareLeft", ${SIDE} as flag`;

/** A site has units of most families, so its families are queried by lane. */
const COUNTED_FAMILY: Readonly<Record<LanesBy, string>> = {
  family: 'status.family_id',
  site: 'null::uuid',
  kind: 'status.family_id',
};
const counts = (by: LanesBy): string => `
  select ${KEY[by]} as lane, ${COUNTED_FAMILY[by]} as "familyId", status.rank, count(*)::int as units from ${STATUSES}
  where ${MATCHES} group by 1, 2, 3`;

const laneFamilies = (by: LanesBy): string => `
  select distinct ${KEY[by]} as lane, status.family_id as "familyId" from ${STATUSES}
  where ${KEY[by]} = any($5::${KEY_TYPE[by]}[]) and ${MATCHES}`;

const density = (by: LanesBy, axis: Axis): string => `
  select lane, rank, ${BIN} as bin, count(*)::int as units
  from (select wanted.lane, status.rank, ${VALUE[axis]} / wanted.whole as share
    from ${STATUSES} join unnest($5::${KEY_TYPE[by]}[], $6::float8[]) as wanted (lane, whole) on wanted.lane = ${KEY[by]}
    where ${DRAWN} and ${MATCHES}) placed
  group by 1, 2, 3`;

/** Ids first: loading the details costs more than finding them. */
const worst = (by: LanesBy): string => `
  select ranked.lane, ${PEG}
  from (select status.unit_id, ${KEY[by]} as lane, row_number() over (partition by ${KEY[by]}
      order by status.widths_outside desc nulls last, status.tag_key) as place
    from ${STATUSES} where status.rank = ${rankOf('keep-in')} and ${KEY[by]} = any($5::${KEY_TYPE[by]}[]) and ${MATCHES}) ranked
    join unit_status status on status.unit_id = ranked.unit_id join "unit" on "unit".id = ranked.unit_id
  where place <= $6 order by place`;

const pegs = (by: LanesBy): string => `
  select ${KEY[by]} as lane, ${PEG} from ${WITH_UNITS}
  where ${DRAWN} and ${KEY[by]} = any($5::${KEY_TYPE[by]}[]) and ${MATCHES} order by status.tag_key`;

interface OfLane {
  readonly lane: string;
}
export interface LaneCount extends OfLane {
  /** Null where only the site is counted. */
  readonly familyId: string | null;
  readonly state: UnitState;
  readonly units: number;
}
/** Column of a density; null for units that the axis cannot place. */
export interface LaneBin extends OfLane {
  readonly state: UnitState;
  readonly units: number;
  readonly bin: number | null;
}
export type LanePeg = PegDto & OfLane;

/** Queries for the run lines of a yard, or a part of it, at a moment. */
export class LaneQueries {
  private readonly parameters: readonly unknown[];

  constructor(
    private readonly manager: EntityManager,
    query: YardQuery,
    private readonly by: LanesBy,
    at: Date,
  ) {
    this.parameters = matchingParameters(query, at);
  }

  /** Number of units per family and state, by lane. */
  async counts(): Promise<LaneCount[]> {
    const rows = await this.ask<Omit<LaneCount, 'state'> & { rank: number }>(counts(this.by));
    return rows.map(({ rank, ...row }) => ({ ...row, state: stateAt(rank) }));
  }

  /** Families of the units in lanes. */
  families(lanes: readonly string[]): Promise<(OfLane & { readonly familyId: string })[]> {
    return lanes.length === 0 ? Promise.resolve([]) : this.ask(laneFamilies(this.by), lanes);
  }

  /** Density of units on an axis. @param lanes each with the length of a whole interval */
  async density(axis: Axis, lanes: readonly (OfLane & { readonly whole: number | null })[]): Promise<LaneBin[]> {
    if (lanes.length === 0) return [];
    const rows = await this.ask<OfLane & { rank: number; bin: number | null; units: number }>(
      density(this.by, axis),
      lanes.map(({ lane }) => lane),
      lanes.map(({ whole }) => whole),
    );
    return rows.map(({ rank, ...row }) => ({ ...row, state: stateAt(rank) }));
  }

  /** The worst keep-in units of each lane, worst first. */
  worst(lanes: readonly string[], atMost: number): Promise<LanePeg[]> {
    return lanes.length === 0 ? Promise.resolve([]) : this.ask(worst(this.by), lanes, atMost);
  }

  /** Every unit of lanes, by tag. */
  pegs(lanes: readonly string[]): Promise<LanePeg[]> {
    return lanes.length === 0 ? Promise.resolve([]) : this.ask(pegs(this.by), lanes);
  }

  private ask<Row>(statement: string, ...more: readonly unknown[]): Promise<Row[]> {
    return this.manager.query<Row[]>(statement, [...this.parameters, ...more]);
  }
}

const stateAt = (rank: number): UnitState => itemAt(UNIT_STATES, rank);
