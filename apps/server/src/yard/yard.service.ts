import { Injectable } from '@nestjs/common';
import { UNIT_STATES, rankOf } from '@sturdy-shim/core';
import { DataSource, type SelectQueryBuilder } from 'typeorm';
import { FamiliesService, familyDto } from '../families/index.ts';
import { type Result, cursorAt, ok, grouped, placeAt } from '../platform/index.ts';
import { UnitStatusEntity, StatusService, reasonDto } from '../status/index.ts';
import { SitesService, UnitsService } from '../units/index.ts';
import type { PegDto, QueueDto, QueueQuery, YardDto, YardQuery } from './yard.dto.ts';

/** The bench takes what is due soon or worse; unread meters are the Hours' business. */
const LAST_RANK_IN_QUEUE = rankOf('due-soon');
/** Rank, urgency and tag of the last line of a page. */
const PLACE = ['int', 'number', 'text'] as const;

@Injectable()
export class YardService {
  constructor(
    private readonly database: DataSource,
    private readonly families: FamiliesService,
    private readonly statuses: StatusService,
    private readonly units: UnitsService,
    private readonly sites: SitesService,
  ) {}

  async yard(query: YardQuery): Promise<YardDto> {
    await this.statuses.refresh();
    const [rows, families, book, sites, kinds] = await Promise.all([
      this.matching(query).orderBy('unit.tag_key').getMany(),
      this.families.all(),
      this.families.book(),
      this.sites.all(),
      this.units.kinds(),
    ]);
    const lanes = grouped(rows, ({ unit }) => unit?.familyId);
    const states = grouped(rows, ({ state }) => state);
    return {
      counts: UNIT_STATES.map((state) => ({ state, units: states.get(state)?.length ?? 0 })),
      lanes: families.flatMap((family) => {
        const own = lanes.get(family.id);
        return own ? [{ family: familyDto(family, book.of(family.id)), pegs: own.map(pegOf) }] : [];
      }),
      sites: sites.map(({ name }) => name),
      kinds,
    };
  }

  async queue(query: QueueQuery): Promise<Result<QueueDto>> {
    const place = query.cursor === undefined ? null : placeAt(query.cursor, PLACE);
    if (place !== null && !place.ok) return place;
    await this.statuses.refresh();
    const waiting = this.matching(query);
    if (query.state === undefined) waiting.andWhere('status.rank <= :last', { last: LAST_RANK_IN_QUEUE });
    else waiting.andWhere('status.state = :state', { state: query.state });
    const total = await waiting.getCount();
    if (place !== null) {
      waiting.andWhere(
        '(status.rank, -status.urgency, unit.tag_key) > (:rank, -cast(:urgency as double precision), :tagKey)',
        { rank: place.value[0], urgency: place.value[1], tagKey: place.value[2] },
      );
    }
    const limit = query.limit ?? 12;
    const rows = await waiting
      .orderBy('status.rank')
      .addOrderBy('status.urgency', 'DESC')
      .addOrderBy('unit.tag_key')
      .limit(limit + 1)
      .getMany();
    const shown = rows.slice(0, limit);
    const last = shown.at(-1);
    return ok({
      total,
      lines: shown.map(({ unitId, unit, state, reasons }) => ({
        unitId,
        tag: unit?.tag ?? '',
        kind: unit?.kind ?? '',
        family: unit?.family?.code ?? '',
        cylinders: unit?.family?.cylinders ?? 1,
        site: unit?.site?.name ?? '',
        state,
        reasons: reasons.map(reasonDto),
      })),
      next: rows.length > limit && last?.unit ? cursorAt(last.rank, last.urgency, last.unit.tagKey) : null,
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

function pegOf({ unit, state, hoursLeft, daysLeft, shareLeft, reasons }: UnitStatusEntity): PegDto {
  const outside = reasons.find((reason) => reason.code === 'valve-outside');
  return {
    tag: unit?.tag ?? '',
    kind: unit?.kind ?? '',
    state,
    hoursLeft,
    daysLeft,
    shareLeft,
    flag: outside?.side ?? null,
  };
}
