import { Check, Column, Entity, Index, PrimaryColumn } from 'typeorm';

/** A feed of hours that is polled by schedule. */
@Entity('hour_feed')
@Check('hour_feed_minutes', 'every_minutes between 5 and 10080')
export class HourFeedEntity {
  @PrimaryColumn('uuid') id!: string;
  @Column('text') name!: string;
  /** The shown address, with possible keys masked. */
  @Column('text') url!: string;
  @Column('boolean') on!: boolean;
  @Column('integer') everyMinutes!: number;
  /** An owner allowed an address inside the shop's network. */
  @Column('boolean') inside!: boolean;
  @Column('integer', { default: 1 }) version!: number;
}

/** The secret headers of a feed, in a table of their own: they are never returned and not copied to the audit log. */
@Entity('hour_feed_secret')
export class HourFeedSecretEntity {
  @PrimaryColumn('uuid') feedId!: string;
  @Column('text') authorization!: string;
  /** Its full address if a part of it is masked; empty if `hour_feed.url` is complete. */
  @Column('text', { default: '' }) url!: string;
}

/** The result of a poll, kept for a limited time. */
@Entity('feed_poll')
@Index('feed_poll_of_feed', ['feedId', 'beganAt'])
export class FeedPollEntity {
  @PrimaryColumn('uuid') id!: string;
  @Column('uuid') feedId!: string;
  @Column('timestamptz') beganAt!: Date;
  @Column('timestamptz') endedAt!: Date;
  @Column('integer') pages!: number;
  @Column('integer') machines!: number;
  @Column('integer') accepted!: number;
  @Column('integer') suspect!: number;
  @Column('integer') known!: number;
  @Column('integer') unmatched!: number;
  @Column('integer') incomplete!: number;
  @Column('boolean') simulated!: boolean;
  /** Empty on success. */
  @Column('text') failure!: string;
}

/** A machine in a feed, with its matched unit; null until a person matches it. */
@Entity('feed_machine')
export class FeedMachineEntity {
  @PrimaryColumn('uuid') feedId!: string;
  /** Its name in the feed: equipment id, or serial. */
  @PrimaryColumn('text') machine!: string;
  @Column('text') serial!: string;
  @Column('text') model!: string;
  @Column('uuid', { nullable: true }) unitId!: string | null;
  /** It does not belong to the shop. */
  @Column('boolean', { default: false }) ignored!: boolean;
  @Column('double precision') lastHours!: number;
  @Column('timestamptz') lastAt!: Date;
}
