import { Column, Entity, Index, PrimaryGeneratedColumn } from 'typeorm';

export const CHANGES = ['added', 'changed', 'removed'] as const;

/**
 * One change of one row: who, when, from where, before and after. Written by a trigger of the database in the same
 * transaction as the change itself; the server's own role may read it and nothing else.
 */
@Entity('audit_entry')
@Index('audit_entry_of_unit', ['unitId', 'seq'], { where: 'unit_id is not null' })
@Index('audit_entry_of_family', ['familyId', 'seq'], { where: 'family_id is not null' })
@Index('audit_entry_of_person', ['personId', 'seq'], { where: 'person_id is not null' })
@Index('audit_entry_by_actor', ['actorId', 'seq'])
export class AuditEntryEntity {
  @PrimaryGeneratedColumn('identity', { type: 'bigint', generatedIdentity: 'ALWAYS' }) seq!: string;
  @Column('timestamptz') at!: Date;
  @Column('text') actorKind!: 'person' | 'key' | 'program' | 'database';
  @Column('uuid', { nullable: true }) actorId!: string | null;
  @Column('text') actorName!: string;
  /** Address of the network, and the trusted device when there is one. */
  @Column('text') cameFrom!: string;
  @Column('text') device!: string;
  /** Name of the table. */
  @Column('text') subject!: string;
  @Column('uuid', { nullable: true }) subjectId!: string | null;
  @Column('text') what!: (typeof CHANGES)[number];
  @Column('uuid', { nullable: true }) unitId!: string | null;
  @Column('uuid', { nullable: true }) familyId!: string | null;
  @Column('uuid', { nullable: true }) personId!: string | null;
  /** For a change only the changed columns; secrets are named but not shown. */
  @Column('jsonb', { nullable: true }) before!: Record<string, unknown> | null;
  @Column('jsonb', { nullable: true }) after!: Record<string, unknown> | null;
}
