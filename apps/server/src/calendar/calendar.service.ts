import { Injectable } from '@nestjs/common';
import { randomUUID } from 'node:crypto';
import { DataSource } from 'typeorm';
import { newToken, tokenHash } from '../auth/index.ts';
import {
  AuditedTransaction,
  Clock,
  type Refusal,
  type Result,
  currentActor,
  fail,
  ok,
  shopZone,
} from '../platform/index.ts';
import { SiteEntity } from '../units/index.ts';
import { type Coming, calendarOf } from './calendar.ts';
import { CalendarFeedEntity } from './calendar-feed.entity.ts';

/** Calendars look ahead half a year; what lies further is not in the way yet. */
const AHEAD_DAYS = 183;
/** More events than a person ever scrolls through; the soonest come first. */
const EVENTS_AT_MOST = 2000;
const COMING = `
  select unit.id as "unitId", unit.tag, unit.kind, family.code as family, site.name as site, unit.use,
    case when status.due_at < $2::timestamptz then status.due_at end as "dueAt",
    case when jsonb_path_exists(status.reasons, '$[*] ? (@.code == "hours-soon" || @.code == "past-hours")') then status.hours_left end as "hoursLeft"
  from unit_status status
  join "unit" unit on unit.id = status.unit_id
  join family on family.id = unit.family_id
  join site on site.id = unit.site_id
  where unit.use in ('in-service', 'on-hire') and ($1::uuid is null or unit.site_id = $1)
    and (status.due_at < $2::timestamptz or jsonb_path_exists(status.reasons, '$[*] ? (@.code == "hours-soon" || @.code == "past-hours")'))
  order by status.rank, status.due_at, unit.tag_key limit $3`;

@Injectable()
export class CalendarService {
  constructor(
    private readonly database: DataSource,
    private readonly transaction: AuditedTransaction,
    private readonly clock: Clock,
  ) {}

  /** Those that are not revoked, the newest first. */
  feeds(): Promise<CalendarFeedEntity[]> {
    return this.database.manager.find(CalendarFeedEntity, { order: { madeAt: 'DESC' }, take: 200 });
  }

  /** A new address. The secret in it is given back this once. */
  async add(name: string, siteId: string | null): Promise<Result<{ readonly token: string; readonly id: string }>> {
    const token = newToken();
    return this.transaction.run(async (manager) => {
      if (siteId !== null && !(await manager.existsBy(SiteEntity, { id: siteId }))) return fail(noSuchSite);
      const id = randomUUID();
      await manager.insert(CalendarFeedEntity, {
        id,
        name,
        siteId,
        tokenHash: tokenHash(token),
        madeBy: currentActor().name,
        madeAt: this.clock.now(),
        revokedAt: null,
      });
      return ok({ token, id });
    });
  }

  async revoke(id: string): Promise<Result<null>> {
    return this.transaction.run(async (manager) => {
      const feed = await manager.findOneBy(CalendarFeedEntity, { id });
      if (feed === null) return fail(noSuchFeed);
      if (feed.revokedAt === null) await manager.update(CalendarFeedEntity, { id }, { revokedAt: this.clock.now() });
      return ok(null);
    });
  }

  /** What a calendar program is given under an address. */
  async read(token: string): Promise<Result<string>> {
    const { manager } = this.database;
    const feed = await manager.findOneBy(CalendarFeedEntity, { tokenHash: tokenHash(token) });
    if (feed === null || feed.revokedAt !== null) return fail(noSuchFeed);
    const now = this.clock.now();
    const zone = await shopZone(manager);
    const until = new Date(now.getTime() + AHEAD_DAYS * 86_400_000);
    const coming = await manager.query<Coming[]>(COMING, [feed.siteId, until, EVENTS_AT_MOST]);
    return ok(calendarOf(feed.name, coming, now, zone));
  }
}

const noSuchFeed: Refusal = {
  code: 'no-such-feed',
  status: 404,
  detail: 'There is no calendar at this address.',
  remedy: 'It may have been revoked: ask in the shop for a new one.',
};
const noSuchSite: Refusal = {
  code: 'no-such-site',
  status: 422,
  field: 'siteId',
  detail: 'There is no such site.',
  remedy: 'Choose one from the list.',
};
