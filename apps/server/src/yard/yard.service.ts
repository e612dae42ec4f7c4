import { Injectable } from '@nestjs/common';
import { UNIT_STATES, rankOf } from '@sturdy-shim/core';
import { DataSource, type SelectQueryBuilder } from 'typeorm';
import { FamiliesService, type FamilyEntity, familyDto } from '../families/index.ts';
import { Clock, type Result, cursorAt, ok, grouped, placeAt } from '../platform/index.ts';
import { UnitStatusEntity, StatusService, reasonDto, storedAsOf, urgencyAt } from '../status/index.ts';
import type { RuleBook } from '../shop-rules/index.ts';
import { SitesService, UnitsService } from '../units/index.ts';
import type { LaneFamilyDto, LanesQuery, PegDto, QueueDto, QueueQuery, YardDto, YardQuery } from './yard.dto.ts';

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

  async yard(query: LanesQuery): Promise<YardDto> {
    const now = this.clock.now();
    const [rows, families, book, sites, kinds, recomputing] = await Promise.all([
      this.matching(query).orderBy('unit.tag_key').getMany(),
      this.families.all(),
      this.families.book(),
      this.sites.all(),
      this.units.kinds(),
      this.statuses.waiting(),
    ]);
    const states = grouped(rows, ({ state }) => state);
    const familyOf = new Map(families.map((family) => [family.id, family]));
    return {
      counts: UNIT_STATES.map((state) => ({ state, units: states.get(state)?.length ?? 0 })),
      lanes: [...grouped(rows, laneOf(query.by ?? 'family'))]
        .sort(([a], [b]) => a.localeCompare(b))
        .map(([name, own]) => {
          const among = [...new Set(own.map(({ unit }) => unit?.familyId))].flatMap(
            (id) => familyOf.get(id ?? '') ?? [],
          );
          const [family] = among;
          const months = longest(among.map(({ intervalMonths }) => intervalMonths));
          return {
            name,
            family: query.by !== undefined && query.by !== 'family' ? null : family ? laneFamily(family, book) : null,
            intervalHours: longest(among.map(({ intervalHours }) => intervalHours)),
            intervalDays: months === null ? null : (months * 365.25) / 12,
            pegs: own.map((row) => pegOf(row, now)),
          };
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
        use: unit?.use ?? 'in-service',
        hireUntil: unit?.hireUntil ?? null,
        state: row.state,
        reasons: storedAsOf(row, at).reasons.map(reasonDto),
      })),
      next: rows.length > limit && last?.unit ? cursorAt(last.rank, urgency, last.unit.tagKey, at.getTime()) : null,
    });
  }

  /** Every unit of the picture, worst first, a page at a time: the answer is written while it is read. */
  async *rows(query: YardQuery): AsyncGenerator<readonly YardRow[]> {
    const at = this.clock.now();
    let last: { readonly rank: number; readonly urgency: number; readonly tagKey: string } | null = null;
    for (;;) {
      const page = this.matching(query).setParameter('at', at).addSelect(URGENCY, 'urgency');
      if (last !== null) page.andWhere(BEHIND, last);
      const { entities, raw } = await page
        .orderBy('status.rank')
        .addOrderBy('urgency', 'DESC')
        .addOrderBy('unit.tag_key')
        .limit(ROWS_AT_ONCE)
        .getRawAndEntities<{ urgency: number }>();
      if (entities.length === 0) return;
      yield entities.map((row) => yardRow(row, at));
      const end = entities.at(-1);
      if (end?.unit === undefined) throw new Error('a status is loaded with its unit');
      last = { rank: end.rank, urgency: raw.at(-1)?.urgency ?? 0, tagKey: end.unit.tagKey };
    }
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

const ROWS_AT_ONCE = 2000;

/** A line of the picture for a spreadsheet: bare figures and codes. */
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

const laneOf =
  (by: NonNullable<LanesQuery['by']>) =>
  ({ unit }: UnitStatusEntity): string => {
    const name = { family: unit?.family?.code, site: unit?.site?.name, kind: unit?.kind }[by];
    return name ?? '';
  };

function laneFamily(family: FamilyEntity, book: RuleBook): LaneFamilyDto {
  const { layout, temperature, windows } = familyDto(family, book.of(family.id));
  return { layout, temperature, windows };
}

function longest(intervals: readonly (number | null)[]): number | null {
  const known = intervals.filter((each) => each !== null);
  return known.length === 0 ? null : Math.max(...known);
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
