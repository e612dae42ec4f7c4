import { Injectable } from '@nestjs/common';
import { DataSource } from 'typeorm';
import { type Result, cursorAt, ok, placeAt } from '../platform/index.ts';
import { ReadingEntity, readingDto } from '../readings/index.ts';
import type { SuspectsDto } from './hours.dto.ts';

const PAGE = 50;
/** Moment and id of the last line of a page, compared as number and text. */
const PLACE = ['number', 'text'] as const;
const READ = '(extract(epoch from reading.read_at) * 1000)';
const BEHIND = [`(${READ}, reading.id::text)`, '(cast(:readMs as numeric), :id)'].join(' < ');

interface Before {
  readonly id: string;
  readonly shown_hours: number | null;
  readonly read_at: Date | null;
}
/** The last accepted reading before each of the readings. */
const BEFORE = `
  select suspect.id, before.shown_hours, before.read_at
  from reading suspect left join lateral (
    select shown_hours, read_at from reading
    where unit_id = suspect.unit_id and state = 'accepted' and read_at < suspect.read_at order by read_at desc limit 1
  ) before on true where suspect.id = any($1)`;

/** The suspect readings of the whole shop. */
@Injectable()
export class SuspectsService {
  constructor(private readonly database: DataSource) {}

  /** The latest first. */
  async page(cursor: string | undefined): Promise<Result<SuspectsDto>> {
    const place = cursor === undefined ? null : placeAt(cursor, PLACE);
    if (place !== null && !place.ok) return place;
    const { manager } = this.database;
    const query = manager
      .createQueryBuilder(ReadingEntity, 'reading')
      .innerJoinAndSelect('reading.unit', 'unit')
      .innerJoinAndSelect('unit.site', 'site')
      .where("reading.state = 'suspect'");
    const total = await query.getCount();
    if (place !== null) query.andWhere(BEHIND, { readMs: place.value[0], id: place.value[1] });
    const rows = await query
      .orderBy(READ, 'DESC')
      .addOrderBy('reading.id::text', 'DESC')
      .limit(PAGE + 1)
      .getMany();
    const shown = rows.slice(0, PAGE);
    const before = await manager.query<Before[]>(BEFORE, [shown.map(({ id }) => id)]);
    const last = shown.at(-1);
    return ok({
      total,
      lines: shown.map((row) => {
        const previous = before.find(({ id }) => id === row.id);
        return {
          reading: readingDto(row),
          tag: row.unit?.tag ?? '',
          kind: row.unit?.kind ?? '',
          site: row.unit?.site?.name ?? '',
          previousHours: previous?.shown_hours ?? null,
          previousAt: previous?.read_at?.toISOString() ?? null,
        };
      }),
      next: rows.length > PAGE && last !== undefined ? cursorAt(last.readAt.getTime(), last.id) : null,
    });
  }
}
