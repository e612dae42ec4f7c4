import { ApiProperty } from '@nestjs/swagger';
import { ChoiceField, CountField, IdField, InstantField, NestedListField, TextField } from '../platform/index.ts';
import { CHANGES, type AuditEntryEntity } from './audit-entry.entity.ts';

const ACTORS = ['person', 'key', 'program', 'database'] as const;

class AuditFilter {
  @TextField({ max: 40, optional: true, description: 'Tag of a unit.' })
  unit?: string;
  @TextField({ max: 40, optional: true, description: 'Code of a family.' })
  family?: string;
  @IdField({ optional: true, description: 'What this person did, and what was done to this person.' })
  person?: string;
}

export class AuditQuery extends AuditFilter {
  @CountField({
    min: 1,
    max: Number.MAX_SAFE_INTEGER,
    fromText: true,
    optional: true,
    description: 'Entries older than this one.',
  })
  before?: number;
}

export class AuditExportQuery extends AuditFilter {}

export class AuditEntryDto {
  @CountField({ min: 1, max: Number.MAX_SAFE_INTEGER })
  seq!: number;
  @InstantField()
  at!: string;
  @ChoiceField(ACTORS, { name: 'ActorKind' })
  actorKind!: (typeof ACTORS)[number];
  @TextField({ max: 80 })
  actor!: string;
  @TextField({ max: 60, min: 0, description: 'Address in the network.' })
  cameFrom!: string;
  @TextField({ max: 60, min: 0, description: 'The trusted device, if it was one.' })
  device!: string;
  @TextField({ max: 60, description: 'What kind of thing changed.' })
  subject!: string;
  @IdField({ nullable: true })
  subjectId!: string | null;
  @ChoiceField(CHANGES, { name: 'AuditChange' })
  what!: (typeof CHANGES)[number];
  @TextField({ max: 40, nullable: true })
  unitTag!: string | null;
  @ApiProperty({
    type: 'object',
    additionalProperties: true,
    nullable: true,
    description: 'Of a change: only what changed.',
  })
  before!: Record<string, unknown> | null;
  @ApiProperty({ type: 'object', additionalProperties: true, nullable: true })
  after!: Record<string, unknown> | null;
}

export class AuditPageDto {
  @NestedListField(() => AuditEntryDto, { maxItems: 100, description: 'Newest first.' })
  entries!: AuditEntryDto[];
  @CountField({
    min: 1,
    max: Number.MAX_SAFE_INTEGER,
    nullable: true,
    description: 'Hand this in as `before` for older ones; null when there are none.',
  })
  older!: number | null;
}

export const auditEntryDto = (entry: AuditEntryEntity, unitTag: string | null): AuditEntryDto => ({
  seq: Number(entry.seq),
  at: entry.at.toISOString(),
  actorKind: entry.actorKind,
  actor: entry.actorName,
  cameFrom: entry.cameFrom,
  device: entry.device,
  subject: entry.subject,
  subjectId: entry.subjectId,
  what: entry.what,
  unitTag,
  before: entry.before,
  after: entry.after,
});
