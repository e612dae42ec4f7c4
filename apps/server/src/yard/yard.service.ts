import { Injectable } from '@nestjs/common';
import { rankOf } from '@sturdy-shim/core';
import { Any, type EntityManager, type SelectQueryBuilder } from 'typeorm';
import { Clock, Reads, type Result, cursorAt, ok, placeAt } from '../platform/index.ts';
import { UnitStatusEntity, reasonDto, storedAsOf, urgencyAt } from '../status/index.ts';
import { whatWaits } from './waiting.ts';
import type { QueueDto, QueueQuery, WaitingDto, YardQuery } from './yard.dto.ts';

/** The bench takes what is due soon or worse; unread meters are the Hours' business. */
const LAST_RANK_IN_QUEUE = rankOf('due-soon');
/** A unit without a meter and with an interval in hours only never becomes due; it is listed as hours unknown. */
const WAITS = `(status.rank <= :last or (status.rank = :unknown and status.reasons @> '[{"code": "no-meter"}]'))`;
/** Rank, urgency and tag of the last line of a page, and the moment of the first page. */
const PLACE = ['small', 'number', 'text', 'moment'] as const;
const URGENCY = urgencyAt('status', 'at');
const BEHIND = `(status.rank, -${URGENCY}, status.tag_key) > (:rank, -cast(:urgency as double precision), :tagKey)`;

@Injectable()
export class YardService {
  constructor(
    private readonly reads: Reads,
    private readonly clock: Clock,
  ) {}

  waiting(): Promise<WaitingDto> {
    return this.reads.look(whatWaits);
  }

  queue(query: QueueQuery): Promise<Result<QueueDto>> {
    return this.reads.look((manager) => this.queueIn(manager, query));
  }

  private async queueIn(manager: EntityManager, query: QueueQuery): Promise<Result<QueueDto>> {
    const place = query.cursor === undefined ? null : placeAt(query.cursor, PLACE);
    if (place !== null && !place.ok) return place;
    // Later pages use the moment of the first page, because the order changes with time.
    const at = place === null ? this.clock.now() : new Date(place.value[3]);
    const waiting = matching(manager, query).setParameter('at', at);
    if (query.state === undefined)
      waiting.andWhere(WAITS, { last: LAST_RANK_IN_QUEUE, unknown: rankOf('hours-unknown') });
    else waiting.andWhere('status.state = :state', { state: query.state });
    const total = await waiting.getCount();
    if (place !== null) {
      waiting.andWhere(BEHIND, { rank: place.value[0], urgency: place.value[1], tagKey: place.value[2] });
    }
    const limit = query.limit ?? 12;
    const rows = await page(manager, waiting, limit + 1);
    const shown = rows.slice(0, limit);
    const last = shown.at(-1);
    return ok({
      total,
      lines: shown.map(({ row: { unit, ...row } }) => ({
        unitId: row.unitId,
        tag: unit?.tag ?? '',
        kind: unit?.kind ?? '',
        family: unit?.family?.code ?? '',
        cylinders: unit?.family?.cylinders ?? 1,
        site: unit?.site?.name ?? '',
        use: unit?.use ?? 'in-service',
        hireUntil: unit?.hireUntil ?? null,
        state: row.state,
        reasons: storedAsOf(row, at).reasons.map(reasonDto),
      })),
      next:
        rows.length > limit && last !== undefined ? cursorAt(last.rank, last.urgency, last.tagKey, at.getTime()) : null,
    });
  }

  /** Streams every unit of the yard, worst first, page by page. */
  async *rows(query: YardQuery): AsyncGenerator<readonly YardRow[]> {
    const at = this.clock.now();
    let last: Placed | undefined;
    for (;;) {
      const behind = last;
      const places = await this.reads.look((manager) => {
        const next = matching(manager, query).setParameter('at', at);
        if (behind !== undefined) {
          const { rank, urgency, tagKey } = behind;
          next.andWhere(BEHIND, { rank, urgency, tagKey });
        }
        return page(manager, next, ROWS_AT_ONCE);
      });
      if (places.length === 0) return;
      yield places.map(({ row }) => yardRow(row, at));
      last = places.at(-1);
    }
  }
}

/** The statuses of a yard or a part of it, without joins for order or counts. */
function matching(manager: EntityManager, { site, kind, family }: YardQuery): SelectQueryBuilder<UnitStatusEntity> {
  const query = manager.createQueryBuilder(UnitStatusEntity, 'status');
  if (site !== undefined) query.andWhere('status.site_id = (select id from site where site.name = :site)', { site });
  if (kind !== undefined) query.andWhere('status.kind = :kind', { kind });
  if (family !== undefined)
    query.andWhere('status.family_id = (select id from family where family.code = :family)', { family });
  return query;
}

/** A page with status and unit, which are loaded for this page only. */
async function page(
  manager: EntityManager,
  query: SelectQueryBuilder<UnitStatusEntity>,
  limit: number,
): Promise<Placed[]> {
  const places = await query
    .select('status.unit_id', 'unitId')
    .addSelect('status.rank', 'rank')
    .addSelect('status.tag_key', 'tagKey')
    .addSelect(URGENCY, 'urgency')
    .orderBy('status.rank')
    .addOrderBy('urgency', 'DESC')
    .addOrderBy('status.tag_key')
    .limit(limit)
    .getRawMany<{ unitId: string; rank: number; tagKey: string; urgency: number }>();
  const rows = await manager.find(UnitStatusEntity, {
    where: { unitId: Any(places.map(({ unitId }) => unitId)) },
    relations: { unit: { family: true, site: true } },
  });
  const rowOf = new Map(rows.map((row) => [row.unitId, row]));
  return places.flatMap(({ unitId, ...place }) => {
    const row = rowOf.get(unitId);
    return row === undefined ? [] : [{ ...place, row }];
  });
}

interface Placed {
  readonly rank: number;
  readonly urgency: number;
  readonly tagKey: string;
  readonly row: UnitStatusEntity;
}

const ROWS_AT_ONCE = 2000;

/** A row for a spreadsheet: plain figures and codes. */
export type YardRow = Readonly<Record<keyof typeof YARD_COLUMNS, string | number>>;
export const YARD_COLUMNS = {
  tag: 'tag',
  kind: 'kind',
  family: 'family',
  site: 'site',
  state: 'state',
  hoursNow: 'hours now',
  hoursLeft: 'hours left',
  dueAtHours: 'due at hours',
  dueAt: 'due at',
  daysLeft: 'days left',
  reasons: 'reasons',
} as const;

function yardRow({ unit, ...row }: UnitStatusEntity, now: Date): YardRow {
  const { daysLeft, reasons } = storedAsOf(row, now);
  const figure = (value: number | null): number | string => (value === null ? '' : Math.round(value * 10) / 10);
  return {
    tag: unit?.tag ?? '',
    kind: unit?.kind ?? '',
    family: unit?.family?.code ?? '',
    site: unit?.site?.name ?? '',
    state: row.state,
    hoursNow: figure(row.hoursNow),
    hoursLeft: figure(row.hoursLeft),
    dueAtHours: figure(row.dueAtHours),
    dueAt: row.dueAt?.toISOString() ?? '',
    daysLeft: figure(daysLeft),
    reasons: reasons.map(({ code }) => code).join(' '),
  };
}
