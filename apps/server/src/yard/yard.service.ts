import { Injectable } from '@nestjs/common';
import { UNIT_STATES, rankOf } from '@sturdy-shim/core';
import { DataSource, type SelectQueryBuilder } from 'typeorm';
import { FamiliesService, familyDto } from '../families/index.ts';
import { Clock, type Result, cursorAt, ok, grouped, placeAt } from '../platform/index.ts';
import { UnitStatusEntity, StatusService, reasonDto, storedAsOf, urgencyAt } from '../status/index.ts';
import { SitesService, UnitsService } from '../units/index.ts';
import type { PegDto, QueueDto, QueueQuery, YardDto, YardQuery } from './yard.dto.ts';

/** The bench takes what is due soon or worse; unread meters are the Hours' business. */
const LAST_RANK_IN_QUEUE = rankOf('due-soon');
/** Rank, urgency and tag of the last line of a page, and the moment for which the urgency holds. */
const PLACE = ['int', 'number', 'text', 'moment'] as const;
const URGENCY = urgencyAt('status', 'at');
const BEHIND = `(status.rank, -${URGENCY}, unit.tag_key) > (:rank, -cast(:urgency as double precision), :tagKey)`;

@Injectable()
export class YardService {
  constructor(
    private readonly database: DataSource,
    private readonly families: FamiliesService,
    private readonly statuses: StatusService,
    private readonly units: UnitsService,
    private readonly sites: SitesService,
    private readonly clock: Clock,
  ) {}

  async yard(query: YardQuery): Promise<YardDto> {
    const now = this.clock.now();
    const [rows, families, book, sites, kinds, recomputing] = await Promise.all([
      this.matching(query).orderBy('unit.tag_key').getMany(),
      this.families.all(),
      this.families.book(),
      this.sites.all(),
      this.units.kinds(),
      this.statuses.waiting(),
    ]);
    const lanes = grouped(rows, ({ unit }) => unit?.familyId);
    const states = grouped(rows, ({ state }) => state);
    return {
      counts: UNIT_STATES.map((state) => ({ state, units: states.get(state)?.length ?? 0 })),
      lanes: families.flatMap((family) => {
        const own = lanes.get(family.id);
        return own ? [{ family: familyDto(family, book.of(family.id)), pegs: own.map((row) => pegOf(row, now)) }] : [];
      }),
      sites: sites.map(({ name }) => name),
      kinds,
      recomputing,
    };
  }

  async queue(query: QueueQuery): Promise<Result<QueueDto>> {
    const place = query.cursor === undefined ? null : placeAt(query.cursor, PLACE);
    if (place !== null && !place.ok) return place;
    // A page goes on from the moment of the first: places in the order move with time.
    const at = place === null ? this.clock.now() : new Date(place.value[3]);
    const waiting = this.matching(query).setParameter('at', at);
    if (query.state === undefined) waiting.andWhere('status.rank <= :last', { last: LAST_RANK_IN_QUEUE });
    else waiting.andWhere('status.state = :state', { state: query.state });
    const total = await waiting.getCount();
    if (place !== null) {
      waiting.andWhere(BEHIND, { rank: place.value[0], urgency: place.value[1], tagKey: place.value[2] });
    }
    const limit = query.limit ?? 12;
    const { entities: rows, raw } = await waiting
      .addSelect(URGENCY, 'urgency')
      .orderBy('status.rank')
      .addOrderBy('urgency', 'DESC')
      .addOrderBy('unit.tag_key')
      .limit(limit + 1)
      .getRawAndEntities<{ urgency: number }>();
    const shown = rows.slice(0, limit);
    const last = shown.at(-1);
    const urgency = raw[shown.length - 1]?.urgency ?? 0;
    return ok({
      total,
      lines: shown.map(({ unit, ...row }) => ({
        unitId: row.unitId,
        tag: unit?.tag ?? '',
        kind: unit?.kind ?? '',
        family: unit?.family?.code ?? '',
        cylinders: unit?.family?.cylinders ?? 1,
        site: unit?.site?.name ?? '',
        state: row.state,
        reasons: storedAsOf(row, at).reasons.map(reasonDto),
      })),
      next: rows.length > limit && last?.unit ? cursorAt(last.rank, urgency, last.unit.tagKey, at.getTime()) : null,
    });
  }

  private matching({ site, kind, family }: YardQuery): SelectQueryBuilder<UnitStatusEntity> {
    const query = this.database.manager
      .createQueryBuilder(UnitStatusEntity, 'status')
      .innerJoinAndSelect('status.unit', 'unit')
      .innerJoinAndSelect('unit.family', 'family')
      .innerJoinAndSelect('unit.site', 'site');
    if (site !== undefined) query.andWhere('site.name = :site', { site });
    if (kind !== undefined) query.andWhere('unit.kind = :kind', { kind });
    if (family !== undefined) query.andWhere('family.code = :family', { family });
    return query;
  }
}

function pegOf({ unit, ...row }: UnitStatusEntity, now: Date): PegDto {
  const { daysLeft, shareLeft, reasons } = storedAsOf(row, now);
  const outside = reasons.find((reason) => reason.code === 'valve-outside');
  return {
    tag: unit?.tag ?? '',
    kind: unit?.kind ?? '',
    state: row.state,
    hoursLeft: row.hoursLeft,
    daysLeft,
    shareLeft,
    flag: outside?.side ?? null,
  };
}
