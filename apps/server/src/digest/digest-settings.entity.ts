import { Check, Column, Entity, PrimaryColumn } from 'typeorm';

export const DIGEST_WAYS = ['smtp', 'folder'] as const;

/** Whether and when the morning mail is sent, and its recipients: one row. */
@Entity('digest_settings')
@Check('digest_only_one', 'single_row')
@Check('digest_hour', 'hour between 0 and 23')
export class DigestSettingsEntity {
  @PrimaryColumn('boolean', { default: true }) singleRow!: boolean;
  @Column('boolean', { default: false }) on!: boolean;
  /** Hour of the shop's day. */
  @Column('smallint', { default: 6 }) hour!: number;
  @Column('text', { array: true, default: '{}' }) recipients!: string[];
  @Column('text', { default: '' }) sender!: string;
  @Column('text', { default: 'folder' }) way!: (typeof DIGEST_WAYS)[number];
  @Column('integer', { default: 1 }) version!: number;
}

/**
 * The mail server's URL with its password, in a table of its own: it is never returned and not copied to the audit log.
 */
@Entity('mail_server')
@Check('mail_server_only_one', 'single_row')
export class MailServerEntity {
  @PrimaryColumn('boolean', { default: true }) singleRow!: boolean;
  @Column('text') url!: string;
}

/** The state of the last mail; not a setting. */
@Entity('digest_sent')
@Check('digest_sent_only_one', 'single_row')
export class DigestSentEntity {
  @PrimaryColumn('boolean', { default: true }) singleRow!: boolean;
  /** The shop's day of the last mail. */
  @Column('date') sentFor!: string;
  /** Tags that were due in it: a unit that is due and not among them is new. */
  @Column('text', { array: true }) toldDue!: string[];
}

/** Settings and state of the mail. */
export type Settings = DigestSettingsEntity & {
  readonly smtpUrl: string | null;
  readonly sentFor: string | null;
  readonly toldDue: readonly string[];
};
