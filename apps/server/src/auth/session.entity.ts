import { Column, Entity, Index, JoinColumn, ManyToOne, PrimaryColumn, type Relation } from 'typeorm';
import { PersonEntity } from '../people/index.ts';

/** A browser on which people may sign in by PIN: trusted once by a lead. */
@Entity('device')
export class DeviceEntity {
  @PrimaryColumn('uuid') id!: string;
  @Column('text') name!: string;
  /** SHA-256 of its cookie's token. */
  @Column('text') @Index('device_token', { unique: true }) tokenHash!: string;
  @Column('uuid') trustedById!: string;
  @ManyToOne(() => PersonEntity, { nullable: false, onDelete: 'RESTRICT' })
  @JoinColumn()
  trustedBy?: Relation<PersonEntity>;
  @Column('timestamptz') trustedAt!: Date;
  @Column('timestamptz', { nullable: true }) revokedAt!: Date | null;
}

/** Trust in a tablet expires after half a year. */
export const TRUSTED_FOR = 183 * 86_400_000;

export const isTrusted = (
  { revokedAt, trustedAt }: Pick<DeviceEntity, 'revokedAt' | 'trustedAt'>,
  now: Date,
): boolean => revokedAt === null && now.getTime() - trustedAt.getTime() < TRUSTED_FOR;

/** A signed-in person in one browser. */
@Entity('session')
export class SessionEntity {
  @PrimaryColumn('uuid') id!: string;
  /** SHA-256 of the cookie's token: read access to the database does not give sessions. */
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

export type SignInMethod = 'passphrase' | 'PIN' | 'set-up code';

/** Wrong attempts at one account by one source, for the rate limit. */
@Entity('sign_in_attempt')
export class AttemptEntity {
  @PrimaryColumn('text') account!: string;
  /** A known device, or an address. */
  @PrimaryColumn('text') by!: string;
  @Column('integer') failures!: number;
  @Column('timestamptz') since!: Date;
}

/** A refused attempt, for the audit log. */
@Entity('sign_in_refusal')
@Index('refusal_from', ['cameFrom', 'at'])
export class SignInRefusalEntity {
  @PrimaryColumn('uuid') id!: string;
  @Column('timestamptz') at!: Date;
  @Column('text') method!: SignInMethod;
  @Column('text') why!: 'wrong' | 'waits';
  @Column('text') cameFrom!: string;
  @Column('text') device!: string;
  /** Null: no person has these initials. */
  @Column('uuid', { nullable: true }) personId!: string | null;
}

/** The server's secret, created with the database and never returned. */
@Entity('server_secret')
export class ServerSecretEntity {
  @PrimaryColumn('text') name!: string;
  @Column('text') value!: string;
}
