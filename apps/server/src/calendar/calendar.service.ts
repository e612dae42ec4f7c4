import { Injectable, type OnModuleInit } from '@nestjs/common';
import { randomUUID } from 'node:crypto';
import { Any, DataSource, IsNull, Not } from 'typeorm';
import { Belongings, PersonEntity } from '../people/index.ts';
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

/** Calendars look ahead half a year. */
const AHEAD_DAYS = 183;
/** Upper bound of events in a feed; the soonest come first. */
const EVENTS_AT_MOST = 2000;
/** Limit of active addresses, because all of them are listed. */
const MOST = 200;
const REVOKED_SHOWN = 50;
const NEWEST_FIRST = { madeAt: 'DESC' } as const;
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
export class CalendarService implements OnModuleInit {
  constructor(
    private readonly database: DataSource,
    private readonly transaction: AuditedTransaction,
    private readonly clock: Clock,
    private readonly belongings: Belongings,
  ) {}

  onModuleInit(): void {
    this.belongings.register({
      kind: 'calendar-address',
      of: (manager, madeById) => manager.findBy(CalendarFeedEntity, { madeById, revokedAt: IsNull() }),
      end: async (manager, ids) => {
        await manager.update(CalendarFeedEntity, { id: Any([...ids]) }, { revokedAt: this.clock.now() });
      },
      handOver: async (manager, ids, heir) => {
        const taken = { madeById: heir.id, madeBy: heir.name };
        await manager.update(CalendarFeedEntity, { id: Any([...ids]) }, taken);
      },
    });
  }

  /** All active addresses, newest first, and the most recently revoked ones. */
  async feeds(): Promise<CalendarFeedEntity[]> {
    const { manager } = this.database;
    const answering = await manager.find(CalendarFeedEntity, { where: { revokedAt: IsNull() }, order: NEWEST_FIRST });
    const revoked = await manager.find(CalendarFeedEntity, {
      where: { revokedAt: Not(IsNull()) },
      order: { revokedAt: 'DESC' },
      take: REVOKED_SHOWN,
    });
    return [...answering, ...revoked];
  }

  /** Creates an address; only this answer contains its secret. */
  async add(name: string, siteId: string | null): Promise<Result<{ readonly token: string; readonly id: string }>> {
    const token = newToken();
    return this.transaction.run(async (manager) => {
      if (siteId !== null && !(await manager.existsBy(SiteEntity, { id: siteId }))) return fail(noSuchSite);
      await manager.query("select pg_advisory_xact_lock(hashtext('shim.calendar-feeds'))");
      if ((await manager.countBy(CalendarFeedEntity, { revokedAt: IsNull() })) >= MOST) return fail(tooMany);
      const actor = currentActor();
      const id = randomUUID();
      await manager.insert(CalendarFeedEntity, {
        id,
        name,
        siteId,
        tokenHash: tokenHash(token),
        madeBy: actor.name,
        madeById: actor.kind === 'person' ? actor.id : null,
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

  /** The calendar of an address. */
  async read(token: string): Promise<Result<string>> {
    const { manager } = this.database;
    const feed = await manager.findOneBy(CalendarFeedEntity, { tokenHash: tokenHash(token) });
    if (feed === null || feed.revokedAt !== null) return fail(noSuchFeed);
    const left = feed.madeById !== null && (await manager.existsBy(PersonEntity, { id: feed.madeById, active: false }));
    if (left) return fail(noSuchFeed);
    const now = this.clock.now();
    const zone = await shopZone(manager);
    const until = new Date(now.getTime() + AHEAD_DAYS * 86_400_000);
    const coming = await manager.query<Coming[]>(COMING, [feed.siteId, until, EVENTS_AT_MOST]);
    return ok(calendarOf(feed.name, coming, now, zone));
  }
}

const tooMany: Refusal = {
  code: 'too-many-addresses',
  status: 422,
  detail: `${MOST} calendar addresses answer already; there can be no more.`,
  remedy: 'Revoke one that is not used any more, then make this one.',
};

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
