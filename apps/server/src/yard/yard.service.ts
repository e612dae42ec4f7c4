import { Injectable } from '@nestjs/common';
import { STANDING_STATES, rankOf } from '@sturdy-shim/core';
import { DataSource, type SelectQueryBuilder } from 'typeorm';
import { FamiliesService, familyDto } from '../families/index.ts';
import { type Outcome, done, refuse } from '../platform/index.ts';
import { StandingEntity, StandingsService, reasonDto } from '../standings/index.ts';
import { SiteEntity, UnitEntity } from '../units/index.ts';
import { readCursor, writeCursor } from './cursor.ts';
import type { PegDto, QueueDto, QueueQuery, YardDto, YardQuery } from './yard.dto.ts';

/** The bench takes what is due soon or worse; unread meters are the Hours' business. */
const LAST_RANK_IN_QUEUE = rankOf('due-soon');

@Injectable()
export class YardService {
  constructor(
    private readonly database: DataSource,
    private readonly families: FamiliesService,
    private readonly standings: StandingsService,
  ) {}

  async yard(query: YardQuery): Promise<YardDto> {
    await this.standings.refresh();
    const [rows, families, book, sites, kinds] = await Promise.all([
      this.matching(query).orderBy('unit.tag_key').getMany(),
      this.families.all(),
      this.families.book(),
      this.database.manager.find(SiteEntity, { order: { name: 'ASC' } }),
      this.kinds(),
    ]);
    const pegs = new Map<string, PegDto[]>();
    for (const row of rows) {
      const familyId = row.unit?.familyId ?? '';
      pegs.set(familyId, [...(pegs.get(familyId) ?? []), pegOf(row)]);
    }
    return {
      counts: STANDING_STATES.map((state) => ({ state, units: rows.filter((row) => row.state === state).length })),
      lanes: families.flatMap((family) => {
        const own = pegs.get(family.id);
        return own ? [{ family: familyDto(family, book.of(family.id)), pegs: own }] : [];
      }),
      sites: sites.map(({ name }) => name),
      kinds,
    };
  }

  async queue(query: QueueQuery): Promise<Outcome<QueueDto>> {
    const place = query.cursor === undefined ? null : readCursor(query.cursor);
    if (query.cursor !== undefined && place === null) {
      return refuse({
        code: 'no-such-page',
        status: 400,
        field: 'cursor',
        detail: 'This is not a place in the queue.',
        mend: 'Start from the first page, without a cursor.',
      });
    }
    await this.standings.refresh();
    const waiting = this.matching(query);
    if (query.state === undefined) waiting.andWhere('standing.rank <= :last', { last: LAST_RANK_IN_QUEUE });
    else waiting.andWhere('standing.state = :state', { state: query.state });
    const total = await waiting.getCount();
    if (place !== null) {
      waiting.andWhere(
        '(standing.rank, -standing.urgency, unit.tag_key) > (:rank, -cast(:urgency as double precision), :tagKey)',
        { ...place },
      );
    }
    const most = query.most ?? 12;
    const rows = await waiting
      .orderBy('standing.rank')
      .addOrderBy('standing.urgency', 'DESC')
      .addOrderBy('unit.tag_key')
      .limit(most + 1)
      .getMany();
    const shown = rows.slice(0, most);
    const last = shown.at(-1);
    return done({
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
      next:
        rows.length > most && last?.unit
          ? writeCursor({ rank: last.rank, urgency: last.urgency, tagKey: last.unit.tagKey })
          : null,
    });
  }

  private matching({ site, kind, family }: YardQuery): SelectQueryBuilder<StandingEntity> {
    const query = this.database.manager
      .createQueryBuilder(StandingEntity, 'standing')
      .innerJoinAndSelect('standing.unit', 'unit')
      .innerJoinAndSelect('unit.family', 'family')
      .innerJoinAndSelect('unit.site', 'site');
    if (site !== undefined) query.andWhere('site.name = :site', { site });
    if (kind !== undefined) query.andWhere('unit.kind = :kind', { kind });
    if (family !== undefined) query.andWhere('family.code = :family', { family });
    return query;
  }

  private async kinds(): Promise<string[]> {
    const rows = await this.database.manager
      .createQueryBuilder(UnitEntity, 'unit')
      .select('unit.kind', 'kind')
      .distinct()
      .orderBy('unit.kind')
      .getRawMany<{ kind: string }>();
    return rows.map(({ kind }) => kind);
  }
}

function pegOf({ unit, state, hoursLeft, daysLeft, shareLeft, reasons }: StandingEntity): PegDto {
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
