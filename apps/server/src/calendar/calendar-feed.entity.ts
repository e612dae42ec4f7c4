import { Column, Entity, Index, PrimaryColumn } from 'typeorm';

/**
 * A secret address from which a calendar program reads due checks. It grants read access, is shown once, stored hashed,
 * and can be revoked.
 */
@Entity('calendar_feed')
export class CalendarFeedEntity {
  @PrimaryColumn('uuid') id!: string;
  @Column('text') name!: string;
  /** Only units of this site; null: all sites. */
  @Column('uuid', { nullable: true }) siteId!: string | null;
  @Column('text') @Index('calendar_feed_token', { unique: true }) tokenHash!: string;
  @Column('text') madeBy!: string;
  /**
   * The person who created it or took it over; it is revoked when they leave. Null: created by a program, or before
   * this was stored.
   */
  @Column('uuid', { nullable: true }) @Index('calendar_feed_person') madeById!: string | null;
  @Column('timestamptz') madeAt!: Date;
  @Column('timestamptz', { nullable: true }) revokedAt!: Date | null;
}
