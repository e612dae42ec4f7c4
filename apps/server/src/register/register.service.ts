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

/** The register of all units: search, lists, and bulk changes. */
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

  /** Results of the find field: units, with matching tag prefixes first; families and sites by name. */
  async find(words: string): Promise<FoundDto> {
    const named = await this.named(words);
    const key = nameKey(words);
    const found = new Set<string>();
    // Each group gets the remaining places, units first, because people usually type a tag.
    for (const statement of key === '' ? [] : [TAG_BEGINS, KEY_HOLDS]) {
      if (found.size > FOUND) break;
      const parameters = [`${escaped(key)}%`, FOUND + 1, ...(statement === KEY_HOLDS ? [`%${escaped(key)}%`] : [])];
      for (const { id } of await this.database.manager.query<{ id: string }[]>(statement, parameters)) found.add(id);
    }
    if (found.size <= FOUND && namesAny(named))
      for (const id of await places(this.finding(this.statuses(), null, named), FOUND + 1)) found.add(id);
    const byId = new Map((await this.loaded([...found].slice(0, FOUND + 1))).map((row) => [row.unitId, row]));
    const rows = [...found].flatMap((id) => byId.get(id) ?? []);
    return {
      units: rows.slice(0, FOUND).map(line),
      more: found.size > FOUND,
      families: named.families.slice(0, NAMES).map(({ code }) => code),
      sites: named.sites.slice(0, NAMES).map(({ name }) => name),
    };
  }

  /** Families or sites whose names contain the words. */
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

  /** Joins only the tables that the filter needs: order and counts come from the status table. */
  private async matching({ find, family, site, kind, use, state }: RegisterQuery) {
    const query = this.statuses();
    if (family !== undefined)
      query.andWhere('status.family_id = (select id from family where family.code = :family)', { family });
    if (site !== undefined) query.andWhere('status.site_id = (select id from site where site.name = :site)', { site });
    if (kind !== undefined) query.andWhere('status.kind = :kind', { kind });
    if (state !== undefined) query.andWhere('status.state = :state', { state });
    if (use !== undefined) query.innerJoin('status.unit', 'used').andWhere('used.use = :use', { use });
    return find === undefined ? query : this.finding(query, nameKey(find), await this.named(find));
  }

  /** @param key also matches units by key; null: names only */
  private finding(
    query: SelectQueryBuilder<UnitStatusEntity>,
    key: string | null,
    named: Named,
  ): SelectQueryBuilder<UnitStatusEntity> {
    const ways = [...(namesAny(named) ? [BY_NAME] : []), ...(key === null || key === '' ? [] : [BY_KEY])];
    return query.andWhere(ways.length === 0 ? 'false' : `(${ways.join(' or ')})`, {
      familyIds: named.families.map(({ id }) => id),
      siteIds: named.sites.map(({ id }) => id),
      kinds: named.kinds,
      key: `%${escaped(key ?? '')}%`,
    });
  }

  /** One page by tag with unit, family and site, which are loaded for this page only. */
  private async lines(query: SelectQueryBuilder<UnitStatusEntity>, limit: number): Promise<UnitStatusEntity[]> {
    return this.loaded(await places(query, limit));
  }

  private loaded(unitIds: readonly string[]): Promise<UnitStatusEntity[]> {
    return this.database.manager.find(UnitStatusEntity, {
      where: { unitId: Any([...unitIds]) },
      relations: { unit: { family: true, site: true } },
      order: { tagKey: 'ASC' },
    });
  }
}

async function places(query: SelectQueryBuilder<UnitStatusEntity>, limit: number): Promise<string[]> {
  const rows = await query
    .select('status.unit_id', 'unitId')
    .orderBy('status.tag_key')
    .limit(limit)
    .getRawMany<{ unitId: string }>();
  return rows.map(({ unitId }) => unitId);
}

interface Named {
  readonly families: readonly FamilyEntity[];
  readonly sites: readonly SiteEntity[];
  readonly kinds: readonly string[];
}

const namesAny = ({ families, sites, kinds }: Named): boolean => families.length + sites.length + kinds.length > 0;

const TAG_BEGINS = 'select id from "unit" where tag_key like $1 order by tag_key limit $2';
const KEY_HOLDS = `select id from "unit" where search_key like $3 and tag_key not like $1 order by tag_key limit $2`;
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
