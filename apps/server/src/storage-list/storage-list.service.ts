import { Injectable } from '@nestjs/common';
import { type Day, rankOf, rankOfReason, startOfDay } from '@sturdy-shim/core';
import { DataSource, type EntityManager } from 'typeorm';
import {
  AuditedTransaction,
  Clock,
  type Result,
  cursorAt,
  dayOf,
  fail,
  ok,
  placeAt,
  shopZone,
  staleVersion,
} from '../platform/index.ts';
import { ruleBook } from '../shop-rules/index.ts';
import { UnitStatusEntity, reasonDto, storedAsOf } from '../status/index.ts';
import { FIRST_ITEMS, StorageListEntity } from './storage-list.entity.ts';
import type { ChangeStorageListDto, StorageListDto, StorageUnitsDto, StorageUnitsQuery } from './storage-list.dto.ts';

const PAGE = 100;
/** A unit with a keep-in reason or a due check is checked before storage. */
const OPEN = rankOf('due-soon');

/** Work before units are put into storage for the season. */
@Injectable()
export class StorageListService {
  constructor(
    private readonly database: DataSource,
    private readonly transaction: AuditedTransaction,
    private readonly clock: Clock,
  ) {}

  async list(): Promise<StorageListDto> {
    const { manager } = this.database;
    const known = await listIn(manager);
    return { items: known.items, version: known.version, seasonFrom: await this.nextSeason(manager) };
  }

  async change({ items, version }: ChangeStorageListDto): Promise<Result<StorageListDto>> {
    return this.transaction.run(async (manager) => {
      // Concurrent changes are serialized.
      await manager.query("select pg_advisory_xact_lock(hashtext('shim.storage-list'))");
      const known = await listIn(manager);
      if (known.version !== version)
        return fail(staleVersion('the list', known.version, version, { items: known.items }));
      const next = { singleRow: true, items, version: version + 1 };
      await manager.upsert(StorageListEntity, next, ['singleRow']);
      return ok({ items, version: next.version, seasonFrom: await this.nextSeason(manager) });
    });
  }

  /** Units in service, by site and tag, with whether each is checked before storage. */
  async units({ siteId, cursor }: StorageUnitsQuery): Promise<Result<StorageUnitsDto>> {
    const place = cursor === undefined ? null : placeAt(cursor, ['text', 'text']);
    if (place !== null && !place.ok) return place;
    const { manager } = this.database;
    const query = manager
      .createQueryBuilder(UnitStatusEntity, 'status')
      .innerJoinAndSelect('status.unit', 'unit')
      .innerJoinAndSelect('unit.family', 'family')
      .innerJoinAndSelect('unit.site', 'site')
      .where("unit.use in ('in-service', 'stored')");
    if (siteId !== undefined) query.andWhere('unit.site_id = :siteId', { siteId });
    const total = await query.getCount();
    if (place !== null)
      query.andWhere('(site.name, unit.tag_key) > (:site, :tagKey)', { site: place.value[0], tagKey: place.value[1] });
    const rows = await query
      .orderBy('site.name')
      .addOrderBy('unit.tag_key')
      .limit(PAGE + 1)
      .getMany();
    const now = this.clock.now();
    const from = await this.nextSeason(manager);
    const zone = await shopZone(manager);
    const worksAgain = from === null ? null : startOfDay(from, zone);
    const shown = rows.slice(0, PAGE);
    const last = shown.at(-1)?.unit;
    return ok({
      total,
      lines: shown.map(({ unit, ...row }) => ({
        tag: unit?.tag ?? '',
        kind: unit?.kind ?? '',
        site: unit?.site?.name ?? '',
        cylinders: unit?.family?.cylinders ?? 1,
        hoursNow: row.hoursNow,
        checkFirst:
          rankOfOpen(row) <= OPEN || (worksAgain !== null && row.dueAt !== null && row.dueAt.getTime() <= worksAgain),
        reasons: storedAsOf(row, now).reasons.map(reasonDto),
        dueAt: row.dueAt?.toISOString() ?? null,
      })),
      next: rows.length > PAGE && last ? cursorAt(last.site?.name ?? '', last.tagKey) : null,
    });
  }

  /** The first day of the next working season, by the shop's own rules. */
  private async nextSeason(manager: EntityManager): Promise<Day | null> {
    const { workingSeason } = (await ruleBook(manager)).of(null);
    if (workingSeason === null) return null;
    const today = dayOf(this.clock.now(), await shopZone(manager));
    const { month, day } = workingSeason.from;
    const inYear = (year: number): Day => `${year}-${String(month).padStart(2, '0')}-${String(day).padStart(2, '0')}`;
    const year = Number(today.slice(0, 4));
    return inYear(year) > today ? inYear(year) : inYear(year + 1);
  }
}

/** A stored unit has the state stored; its other state follows from its reasons. */
const rankOfOpen = ({ state, reasons, rank }: Pick<UnitStatusEntity, 'state' | 'reasons' | 'rank'>): number =>
  state === 'stored' && reasons.length > 0 ? Math.min(...reasons.map(rankOfReason)) : rank;

async function listIn(manager: EntityManager): Promise<StorageListEntity> {
  const known = await manager.findOneBy(StorageListEntity, { singleRow: true });
  return known ?? { singleRow: true, items: [...FIRST_ITEMS], version: 1 };
}
