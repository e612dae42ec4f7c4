import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { Repository, type SelectQueryBuilder } from 'typeorm';
import { familyByCode } from '../families/index.ts';
import { type Result, ok, fail } from '../platform/index.ts';
import { UnitEntity, UnitsService } from '../units/index.ts';
import { AuditEntryEntity } from './audit-entry.entity.ts';
import { type AuditEntryDto, type AuditExportQuery, type AuditPageDto, auditEntryDto } from './audit-log.dto.ts';

const PAGE = 50;
const EXPORTED_AT_A_TIME = 2000;
/** Columns of the export with their SQL expressions, all of type text. */
const EXPORTED = [
  ['seq', 'entry.seq::text'],
  ['at', `to_char(entry.at at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"')`],
  ['actorKind', 'entry.actor_kind'],
  ['actor', 'entry.actor_name'],
  ['cameFrom', 'entry.came_from'],
  ['device', 'entry.device'],
  ['what', 'entry.what'],
  ['subject', 'entry.subject'],
  ['subjectId', 'entry.subject_id::text'],
  ['unitTag', 'unit.tag'],
  ['before', 'entry.before::text'],
  ['after', 'entry.after::text'],
] as const;
export const EXPORT_COLUMNS = EXPORTED.map(([name]) => name);
export type ExportedEntry = Readonly<Record<(typeof EXPORTED)[number][0], string>>;

/** Reads the audit log. The server's database role can only read that table. */
@Injectable()
export class AuditLogService {
  constructor(
    @InjectRepository(AuditEntryEntity) private readonly entries: Repository<AuditEntryEntity>,
    private readonly units: UnitsService,
  ) {}

  async page(filter: AuditExportQuery, before: number | null): Promise<Result<AuditPageDto>> {
    const matching = await this.matching(filter);
    if (!matching.ok) return matching;
    const rows = await this.slice(matching.value, before, PAGE + 1);
    const shown = rows.slice(0, PAGE);
    return ok({ entries: shown, older: rows.length > PAGE ? (shown.at(-1)?.seq ?? null) : null });
  }

  /**
   * Every matching entry, newest first, a few thousand at a time by their number, as plain rows: a log of years is
   * streamed without being held in memory, and the changes stay the database's JSON text.
   */
  async export(filter: AuditExportQuery): Promise<Result<AsyncGenerator<ExportedEntry[]>>> {
    const matching = await this.matching(filter);
    if (!matching.ok) return matching;
    const columns = matching.value
      .leftJoin(UnitEntity, 'unit', 'unit.id = entry.unit_id')
      .select(EXPORTED.map(([name, expression]) => `${expression} as "${name}"`))
      .orderBy('entry.seq', 'DESC')
      .limit(EXPORTED_AT_A_TIME);
    async function* all(): AsyncGenerator<ExportedEntry[]> {
      for (let before: string | null = null; ;) {
        const query = columns.clone();
        if (before !== null) query.andWhere('entry.seq < :before', { before });
        const rows: ExportedEntry[] = await query.getRawMany<ExportedEntry>();
        yield rows;
        if (rows.length < EXPORTED_AT_A_TIME) return;
        before = rows.at(-1)?.seq ?? null;
      }
    }
    return ok(all());
  }

  private async slice(
    matching: SelectQueryBuilder<AuditEntryEntity>,
    before: number | null,
    limit: number,
  ): Promise<AuditEntryDto[]> {
    const query = matching.clone();
    if (before !== null) query.andWhere('entry.seq < :before', { before });
    const { entities, raw } = await query
      .leftJoin(UnitEntity, 'unit', 'unit.id = entry.unit_id')
      .addSelect('unit.tag', 'unit_tag')
      .orderBy('entry.seq', 'DESC')
      .limit(limit)
      .getRawAndEntities<{ unit_tag: string | null }>();
    return entities.map((entry, index) => auditEntryDto(entry, raw[index]?.unit_tag ?? null));
  }

  private async matching({
    unit,
    family,
    person,
  }: AuditExportQuery): Promise<Result<SelectQueryBuilder<AuditEntryEntity>>> {
    const query = this.entries.createQueryBuilder('entry');
    if (unit !== undefined) {
      const found = await this.units.byTag(unit);
      if (!found.ok) return found;
      query.andWhere('entry.unit_id = :unitId', { unitId: found.value.id });
    }
    if (family !== undefined) {
      const found = await familyByCode(this.entries.manager, family);
      if (found === null) return fail(noSuchFamily(family));
      query.andWhere('entry.family_id = :familyId', { familyId: found.id });
    }
    if (person !== undefined) query.andWhere('(entry.person_id = :person or entry.actor_id = :person)', { person });
    return ok(query);
  }
}

const noSuchFamily = (code: string) =>
  ({
    code: 'no-such-family',
    status: 404,
    field: 'family',
    detail: `No family is called ${code}.`,
    remedy: 'Check its code.',
  }) as const;
