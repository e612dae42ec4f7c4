import { nameKey } from '@sturdy-shim/core';
import { Injectable } from '@nestjs/common';
import { Any, DataSource, ILike, type SelectQueryBuilder } from 'typeorm';
import { FamilyEntity } from '../families/index.ts';
import { type Result, cursorAt, ok, placeAt } from '../platform/index.ts';
import { UnitStatusEntity } from '../status/index.ts';
import { SiteEntity, UnitsService } from '../units/index.ts';
import type { FoundDto, RegisterDto, RegisterQuery, UnitLineDto } from './register.dto.ts';

const MAX = 300;
const FOUND = 12;
const NAMES = 6;

/** Every unit on record: found, listed, and changed many at a time. */
@Injectable()
export class RegisterService {
  constructor(
    private readonly database: DataSource,
    private readonly units: UnitsService,
  ) {}

  async page(query: RegisterQuery): Promise<Result<RegisterDto>> {
    const place = query.cursor === undefined ? null : placeAt(query.cursor, ['text']);
    if (place !== null && !place.ok) return place;
    const matching = await this.matching(query);
    const [total, rows] = await Promise.all([
      counted(matching),
      this.lines(
        place === null
          ? matching.clone()
          : matching.clone().andWhere('status.tag_key > :after', { after: place.value[0] }),
        (query.limit ?? MAX) + 1,
      ),
    ]);
    const shown = rows.slice(0, query.limit ?? MAX);
    const last = shown.at(-1);
    return ok({
      total,
      lines: shown.map(line),
      next: rows.length > shown.length && last ? cursorAt(last.tagKey) : null,
    });
  }

  /** What the find field lists: units, tags that begin with the words first; families and sites by their names. */
  async find(words: string): Promise<FoundDto> {
    const named = await this.named(words);
    const starts = `${escaped(nameKey(words))}%`;
    const matching = this.finding(this.statuses(), words, named);
    const first = await this.lines(matching.clone().andWhere('status.tag_key like :starts', { starts }), FOUND + 1);
    const more = FOUND + 1 - first.length;
    const others =
      more === 0 ? [] : await this.lines(matching.andWhere('status.tag_key not like :starts', { starts }), more);
    const rows = [...first, ...others];
    return {
      units: rows.slice(0, FOUND).map(line),
      more: rows.length > FOUND,
      families: named.families.slice(0, NAMES).map(({ code }) => code),
      sites: named.sites.slice(0, NAMES).map(({ name }) => name),
    };
  }

  /** What of the few things that have names carries these words. */
  private async named(words: string): Promise<Named> {
    const { manager } = this.database;
    const like = `%${escaped(words)}%`;
    const key = `%${escaped(nameKey(words))}%`;
    const families = await manager
      .createQueryBuilder(FamilyEntity, 'family')
      .where(
        nameKey(words) === '' ? 'family.code ilike :like' : '(family.code ilike :like or family.code_key like :key)',
        {
          like,
          key,
        },
      )
      .orderBy('family.code')
      .getMany();
    const sites = await manager.find(SiteEntity, { where: { name: ILike(like) }, order: { name: 'ASC' } });
    const kinds = (await this.units.kinds()).filter((kind) => kind.toLowerCase().includes(words.toLowerCase()));
    return { families, sites, kinds };
  }

  private statuses(): SelectQueryBuilder<UnitStatusEntity> {
    return this.database.manager.createQueryBuilder(UnitStatusEntity, 'status');
  }

  /** Nothing is joined that is not asked for: what orders and counts a fleet stands with its statuses. */
  private async matching({ find, family, site, kind, use, state }: RegisterQuery) {
    const query = this.statuses();
    if (family !== undefined)
      query.andWhere('status.family_id = (select id from family where family.code = :family)', { family });
    if (site !== undefined) query.andWhere('status.site_id = (select id from site where site.name = :site)', { site });
    if (kind !== undefined) query.andWhere('status.kind = :kind', { kind });
    if (state !== undefined) query.andWhere('status.state = :state', { state });
    if (use !== undefined) query.innerJoin('status.unit', 'used').andWhere('used.use = :use', { use });
    return find === undefined ? query : this.finding(query, find, await this.named(find));
  }

  private finding(
    query: SelectQueryBuilder<UnitStatusEntity>,
    words: string,
    { families, sites, kinds }: Named,
  ): SelectQueryBuilder<UnitStatusEntity> {
    const key = nameKey(words);
    return query.andWhere(key === '' ? `(${BY_NAME})` : `(${BY_NAME} or ${BY_KEY})`, {
      familyIds: families.map(({ id }) => id),
      siteIds: sites.map(({ id }) => id),
      kinds,
      key: `%${escaped(key)}%`,
    });
  }

  /** The first of them by tag, each with its unit, family and site: those are read for the page alone. */
  private async lines(query: SelectQueryBuilder<UnitStatusEntity>, limit: number): Promise<UnitStatusEntity[]> {
    const places = await query
      .select('status.unit_id', 'unitId')
      .orderBy('status.tag_key')
      .limit(limit)
      .getRawMany<{ unitId: string }>();
    return this.database.manager.find(UnitStatusEntity, {
      where: { unitId: Any(places.map(({ unitId }) => unitId)) },
      relations: { unit: { family: true, site: true } },
      order: { tagKey: 'ASC' },
    });
  }
}

interface Named {
  readonly families: readonly FamilyEntity[];
  readonly sites: readonly SiteEntity[];
  readonly kinds: readonly string[];
}

const BY_NAME = 'status.family_id = any(:familyIds) or status.site_id = any(:siteIds) or status.kind = any(:kinds)';
const BY_KEY = 'status.unit_id in (select id from "unit" where search_key like :key)';

const counted = async (query: SelectQueryBuilder<UnitStatusEntity>): Promise<number> =>
  (await query.clone().select('count(*)::int', 'units').getRawOne<{ units: number }>())?.units ?? 0;

const escaped = (words: string): string => words.replace(/[\\%_]/g, '\\$&');

function line({ unit, state, hoursNow }: UnitStatusEntity): UnitLineDto {
  if (!unit?.family || !unit.site) throw new Error('load a status with its unit, family and site');
  const { id, tag, kind, serial, stamping, note, use, hireUntil, family, site } = unit;
  return {
    id,
    tag,
    kind,
    serial,
    stamping,
    note,
    use,
    hireUntil,
    family: family.code,
    site: site.name,
    state,
    hoursNow,
  };
}
