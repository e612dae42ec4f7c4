import { Check, Column, Entity, PrimaryColumn } from 'typeorm';

export const DIGEST_WAYS = ['smtp', 'folder'] as const;

/** Whether and when the morning mail is sent, and its recipients: one row. */
@Entity('digest_settings')
@Check('digest_only_one', 'single_row')
@Check('digest_hour', 'hour between 0 and 23')
export class DigestSettingsEntity {
  @PrimaryColumn('boolean', { default: true }) singleRow!: boolean;
  @Column('boolean', { default: false }) on!: boolean;
  /** Of the shop's day. */
  @Column('smallint', { default: 6 }) hour!: number;
  @Column('text', { array: true, default: '{}' }) recipients!: string[];
  @Column('text', { default: '' }) sender!: string;
  @Column('text', { default: 'folder' }) way!: (typeof DIGEST_WAYS)[number];
  @Column('integer', { default: 1 }) version!: number;
}

/** The mail server, with its password: apart from the rest, since it is never given out and stands in no audit entry. */
@Entity('mail_server')
@Check('mail_server_only_one', 'single_row')
export class MailServerEntity {
  @PrimaryColumn('boolean', { default: true }) singleRow!: boolean;
  @Column('text') url!: string;
}

/** What the last mail told: no setting, and nothing that anybody decided. */
@Entity('digest_sent')
@Check('digest_sent_only_one', 'single_row')
export class DigestSentEntity {
  @PrimaryColumn('boolean', { default: true }) singleRow!: boolean;
  /** The day of the shop for which the last one went out. */
  @Column('date') sentFor!: string;
  /** Tags that were due then: what is due and not among them has come due since. */
  @Column('text', { array: true }) toldDue!: string[];
}

/** Everything that is known of the mail. */
export type Settings = DigestSettingsEntity & {
  readonly smtpUrl: string | null;
  readonly sentFor: string | null;
  readonly toldDue: readonly string[];
};
