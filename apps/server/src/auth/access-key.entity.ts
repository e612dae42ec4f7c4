import { Column, Entity, Index, JoinColumn, ManyToOne, PrimaryColumn, type Relation } from 'typeorm';
import { PersonEntity } from '../people/index.ts';
import type { Scope } from '../platform/index.ts';

/** The credential of a machine: named, scoped, shown once, stored as a hash, revocable. */
@Entity('access_key')
export class AccessKeyEntity {
  @PrimaryColumn('uuid') id!: string;
  @Column('text') name!: string;
  @Column('text', { array: true }) scopes!: Scope[];
  @Column('text') @Index('access_key_hash', { unique: true }) keyHash!: string;
  @Column('uuid') madeById!: string;
  @ManyToOne(() => PersonEntity, { nullable: false, onDelete: 'RESTRICT' })
  @JoinColumn()
  madeBy?: Relation<PersonEntity>;
  @Column('timestamptz') madeAt!: Date;
  @Column('timestamptz', { nullable: true }) lastUsedAt!: Date | null;
  @Column('timestamptz', { nullable: true }) revokedAt!: Date | null;
}
