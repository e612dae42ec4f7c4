import { nameKey } from '@sturdy-shim/core';
import { Injectable } from '@nestjs/common';
import { DataSource, ILike, type SelectQueryBuilder } from 'typeorm';
import { FamilyEntity } from '../families/index.ts';
import { type Result, cursorAt, ok, placeAt } from '../platform/index.ts';
import { UnitStatusEntity } from '../status/index.ts';
import { SiteEntity } from '../units/index.ts';
import type { FoundDto, RegisterDto, RegisterQuery, UnitLineDto } from './register.dto.ts';

const MAX = 300;
const FOUND = 12;

/** A serial or a stamping as it is compared: without spaces, dashes and case. */
const BARE = "upper(regexp_replace(normalize(%, NFKC), '[[:space:]_./–—‐‑-]', '', 'g'))";
const bare = (column: string): string => BARE.replace('%', column);

/** Every unit on record: found, listed, and changed many at a time. */
@Injectable()
export class RegisterService {
  constructor(private readonly database: DataSource) {}

  async page(query: RegisterQuery): Promise<Result<RegisterDto>> {
    const place = query.cursor === undefined ? null : placeAt(query.cursor, ['text']);
    if (place !== null && !place.ok) return place;
    const matching = this.matching(query);
    const total = await matching.getCount();
    const limit = query.limit ?? MAX;
    if (place !== null) matching.andWhere('unit.tag_key > :after', { after: place.value[0] });
    const rows = await matching
      .orderBy('unit.tag_key')
      .limit(limit + 1)
      .getMany();
    const shown = rows.slice(0, limit);
    const last = shown.at(-1)?.unit;
    return ok({ total, lines: shown.map(line), next: rows.length > limit && last ? cursorAt(last.tagKey) : null });
  }

  /** What the find field lists: units, tags that begin with the words first; families and sites by their names. */
  async find(words: string): Promise<FoundDto> {
    const rows = await this.matching({ find: words })
      .addSelect('case when unit.tag_key like :starts then 0 else 1 end', 'place')
      .setParameter('starts', `${escaped(nameKey(words))}%`)
      .orderBy('place')
      .addOrderBy('unit.tag_key')
      .limit(FOUND + 1)
      .getMany();
    const { manager } = this.database;
    const like = ILike(`%${escaped(words)}%`);
    const families = await manager.find(FamilyEntity, { where: { code: like }, order: { code: 'ASC' }, take: 6 });
    const sites = await manager.find(SiteEntity, { where: { name: like }, order: { name: 'ASC' }, take: 6 });
    return {
      units: rows.slice(0, FOUND).map(line),
      more: rows.length > FOUND,
      families: families.map(({ code }) => code),
      sites: sites.map(({ name }) => name),
    };
  }

  private matching({ find, family, site, kind, use, state }: RegisterQuery): SelectQueryBuilder<UnitStatusEntity> {
    const query = this.database.manager
      .createQueryBuilder(UnitStatusEntity, 'status')
      .innerJoinAndSelect('status.unit', 'unit')
      .innerJoinAndSelect('unit.family', 'family')
      .innerJoinAndSelect('unit.site', 'site');
    if (family !== undefined) query.andWhere('family.code = :family', { family });
    if (site !== undefined) query.andWhere('site.name = :site', { site });
    if (kind !== undefined) query.andWhere('unit.kind = :kind', { kind });
    if (use !== undefined) query.andWhere('unit.use = :use', { use });
    if (state !== undefined) query.andWhere('status.state = :state', { state });
    if (find !== undefined) {
      const key = nameKey(find);
      const byName = 'unit.kind ilike :like or family.code ilike :like or site.name ilike :like';
      const byKey = `unit.tag_key like :key or ${bare('unit.serial')} like :key or ${bare('unit.stamping')} like :key or family.code_key like :key`;
      query.andWhere(key === '' ? `(${byName})` : `(${byName} or ${byKey})`, {
        like: `%${escaped(find)}%`,
        key: `%${escaped(key)}%`,
      });
    }
    return query;
  }
}

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
