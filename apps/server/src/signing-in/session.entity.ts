import { Column, Entity, Index, JoinColumn, ManyToOne, PrimaryColumn, type Relation } from 'typeorm';
import { PersonEntity } from '../people/index.ts';

/** A browser on which people may sign in by PIN: trusted once by a lead. */
@Entity('device')
export class DeviceEntity {
  @PrimaryColumn('uuid') id!: string;
  @Column('text') name!: string;
  /** SHA-256 of what its cookie holds. */
  @Column('text') @Index('device_token', { unique: true }) tokenHash!: string;
  @Column('uuid') trustedById!: string;
  @ManyToOne(() => PersonEntity, { nullable: false, onDelete: 'RESTRICT' })
  @JoinColumn()
  trustedBy?: Relation<PersonEntity>;
  @Column('timestamptz') trustedAt!: Date;
  @Column('timestamptz', { nullable: true }) revokedAt!: Date | null;
}

/** Somebody signed in, in one browser. */
@Entity('session')
export class SessionEntity {
  @PrimaryColumn('uuid') id!: string;
  /** SHA-256 of what its cookie holds: who reads the database cannot take a session over. */
  @Column('text') @Index('session_token', { unique: true }) tokenHash!: string;
  @Column('uuid') @Index('session_person') personId!: string;
  @ManyToOne(() => PersonEntity, { nullable: false, onDelete: 'RESTRICT' })
  @JoinColumn()
  person?: Relation<PersonEntity>;
  /** By PIN: only the bench and the hours. */
  @Column('boolean') bench!: boolean;
  @Column('uuid', { nullable: true }) deviceId!: string | null;
  @ManyToOne(() => DeviceEntity, { onDelete: 'RESTRICT' })
  @JoinColumn()
  device?: Relation<DeviceEntity> | null;
  @Column('text') cameFrom!: string;
  @Column('timestamptz') startedAt!: Date;
  @Column('timestamptz') lastSeenAt!: Date;
  @Column('timestamptz') expiresAt!: Date;
  @Column('timestamptz', { nullable: true }) endedAt!: Date | null;
}

/** Wrong tries at one door, so that guessing gets slow. Kept in the database: it holds across restarts and nodes. */
@Entity('sign_in_attempt')
export class AttemptEntity {
  @PrimaryColumn('text') door!: string;
  @Column('integer') failures!: number;
  @Column('timestamptz') since!: Date;
}
