import { Injectable, Logger, type OnModuleInit } from '@nestjs/common';
import { nameKey, unprintableShown } from '@sturdy-shim/core';
import { randomUUID } from 'node:crypto';
import { Any, DataSource, type EntityManager, LessThan } from 'typeorm';
import { Jobs } from '../jobs/index.ts';
import { AuditedTransaction, Clock, Semaphore } from '../platform/index.ts';
import { ReadingBatch, readingId } from '../readings/index.ts';
import { UnitEntity } from '../units/index.ts';
import { NotFetched, fetchPage } from './fetch-page.ts';
import type { EquipmentHours } from './fleet-snapshot.ts';
import { FeedMachineEntity, FeedPollEntity, HourFeedEntity, HourFeedSecretEntity } from './hour-feed.entity.ts';
import { readPage } from './read-page.ts';

const EVERY_MINUTE = '* * * * *';
const MINUTE = 60_000;
/** After failures in a row the time between tries doubles, up to a day. */
const LONGEST_MINUTES = 1440;
const MAX_PAGES = 1000;
/** Time limit of a poll; pages read until then are kept. */
const WALK_MS = 180_000;
/** Number of feeds polled concurrently, so that a slow one delays few others. */
const AT_ONCE = 4;
/** Machines stored per transaction, because a page may contain any number. */
const KEPT_AT_ONCE = 1000;
const PAGE = { timeoutMs: 15_000, maxBytes: 5_000_000 } as const;
const KEPT_MS = 60 * 86_400_000;

type Counts = Pick<
  FeedPollEntity,
  'pages' | 'machines' | 'accepted' | 'suspect' | 'known' | 'unmatched' | 'incomplete' | 'simulated'
>;
const nothing = (): Counts => ({
  pages: 0,
  machines: 0,
  accepted: 0,
  suspect: 0,
  known: 0,
  unmatched: 0,
  incomplete: 0,
  simulated: false,
});

/** Polls feeds by schedule and stores each reading once. */
@Injectable()
export class Polling implements OnModuleInit {
  private readonly log = new Logger('Feeds');

  constructor(
    private readonly database: DataSource,
    private readonly transaction: AuditedTransaction,
    private readonly batch: ReadingBatch,
    private readonly jobs: Jobs,
    private readonly clock: Clock,
  ) {}

  onModuleInit(): void {
    this.jobs.handle('gateway', () => this.pollDue(), EVERY_MINUTE);
  }

  private async pollDue(): Promise<string> {
    const { manager } = this.database;
    const feeds = await manager.findBy(HourFeedEntity, { on: true });
    const semaphore = new Semaphore(AT_ONCE);
    const taken = await Promise.all(feeds.map((feed) => semaphore.take(() => this.pollIfDue(feed))));
    const polled = taken.filter((each) => each).length;
    return polled === 0 ? 'No feed was due.' : `${polled} feed${polled === 1 ? '' : 's'} asked.`;
  }

  private async pollIfDue(feed: HourFeedEntity): Promise<boolean> {
    const taken = await this.takeIfDue(feed);
    if (taken !== null) await this.poll(feed, taken);
    return taken !== null;
  }

  /** Polls a feed when it is due; recorded before the request, so that no other node polls it too. */
  private takeIfDue(feed: HourFeedEntity): Promise<FeedPollEntity | null> {
    return this.database.transaction(async (manager) => {
      await manager.query('select pg_advisory_xact_lock(hashtext($1))', [`shim.feed.${feed.id}`]);
      const now = this.clock.now();
      const last = await manager.find(FeedPollEntity, {
        where: { feedId: feed.id },
        order: { beganAt: 'DESC' },
        take: 12,
      });
      const failures = last.findIndex(({ failure }) => failure === '');
      const inARow = failures < 0 ? last.length : failures;
      const wait = Math.min(feed.everyMinutes * 2 ** inARow, Math.max(LONGEST_MINUTES, feed.everyMinutes));
      const [latest] = last;
      if (latest !== undefined && now.getTime() < latest.beganAt.getTime() + wait * MINUTE) return null;
      const begun = { id: randomUUID(), feedId: feed.id, beganAt: now, endedAt: now, ...nothing(), failure: CUT_OFF };
      await manager.insert(FeedPollEntity, begun);
      await manager.delete(FeedPollEntity, { feedId: feed.id, beganAt: LessThan(new Date(now.getTime() - KEPT_MS)) });
      return begun;
    });
  }

  private async poll(feed: HourFeedEntity, { id }: FeedPollEntity): Promise<void> {
    const counts = nothing();
    const failure = await this.walk(feed, counts).then(
      () => '',
      (error: unknown) => {
        if (error instanceof NotFetched) return error.message;
        // A feed that fails does not delay the others.
        this.log.error(error instanceof Error ? (error.stack ?? error.message) : String(error));
        return 'what it answered could not be kept; the log of the server says why';
      },
    );
    const ended = { ...counts, failure: unprintableShown(failure).slice(0, 500), endedAt: this.clock.now() };
    await this.database.manager.update(FeedPollEntity, { id }, ended);
  }

  /** Page by page; each is stored before the next is requested. */
  private async walk(feed: HourFeedEntity, counts: Counts): Promise<void> {
    const secret = await this.database.manager.findOneBy(HourFeedSecretEntity, { feedId: feed.id });
    const authorization = secret === null || secret.authorization === '' ? null : secret.authorization;
    const first = new URL(secret === null || secret.url === '' ? feed.url : secret.url);
    const seen = new Set<string>();
    const until = performance.now() + WALK_MS;
    for (let url: URL | null = first; url !== null;) {
      if (seen.has(url.href) || seen.size >= MAX_PAGES)
        throw new NotFetched('its pages lead again and again to the same');
      if (performance.now() > until) throw new NotFetched('its pages do not come to an end');
      seen.add(url.href);
      const { text, mediaType } = await fetchPage(url, { inside: feed.inside, authorization, ...PAGE });
      const page = await readPage(text, mediaType);
      counts.pages += 1;
      counts.incomplete += page.incomplete;
      for (let from = 0; from < page.equipment.length; from += KEPT_AT_ONCE)
        await this.keep(feed, page.equipment.slice(from, from + KEPT_AT_ONCE), counts);
      url = page.next === null ? null : nextOf(page.next, url, first);
    }
  }

  private async keep(feed: HourFeedEntity, equipment: readonly EquipmentHours[], counts: Counts): Promise<void> {
    const results = await this.transaction.run(async (manager) => {
      const { found, ignored } = await unitsOf(manager, feed.id, equipment);
      const known = equipment.flatMap((each) => {
        const unit = found.get(nameOf(each));
        if (unit === undefined) return [];
        return [
          {
            id: readingId(unit.id, each.readAt, each.hours),
            tag: unit.tag,
            readAt: each.readAt.toISOString(),
            hours: each.hours,
            note: '',
            readBy: `${feed.name}${each.simulated ? ' (simulated)' : ''}`,
          },
        ];
      });
      const unmatched = equipment.filter((each) => !found.has(nameOf(each)) && !ignored.has(nameOf(each)));
      return { recorded: await this.batch.recordIn(manager, known), unmatched: unmatched.length };
    });
    counts.machines += equipment.length;
    counts.unmatched += results.unmatched;
    counts.simulated ||= equipment.some(({ simulated }) => simulated);
    for (const each of results.recorded) {
      if (!each.ok || !each.isNew) counts.known += 1;
      else if (each.reading.state === 'suspect') counts.suspect += 1;
      else counts.accepted += 1;
    }
  }
}

/** Set while a poll runs; a remaining value shows that the node ended during a poll. */
const CUT_OFF = 'it was cut off';

const nameOf = ({ equipmentId, serial }: EquipmentHours): string => (equipmentId === '' ? serial : equipmentId);

function nextOf(href: string, from: URL, first: URL): URL {
  if (!URL.canParse(href, from.href)) throw new NotFetched('its next page has no readable address');
  const next = new URL(href, from);
  // The headers and the permission of the owner apply to one address.
  if (next.origin !== first.origin) throw new NotFetched('its next page lies at another address');
  return next;
}

/** Units by machine name: matched by a person, or by tag, or by a unique serial. */
async function unitsOf(
  manager: EntityManager,
  feedId: string,
  equipment: readonly EquipmentHours[],
): Promise<{ readonly found: ReadonlyMap<string, UnitEntity>; readonly ignored: ReadonlySet<string> }> {
  const names = equipment.map(nameOf);
  const known = new Map(
    (await manager.findBy(FeedMachineEntity, { feedId, machine: Any(names) })).map((row) => [row.machine, row]),
  );
  const keys = names.map((name) => nameKey(name));
  const serials = equipment.map(({ serial }) => serial).filter((serial) => serial !== '');
  const matched = [...known.values()].flatMap(({ unitId }) => unitId ?? []);
  const units = await manager.find(UnitEntity, {
    where: [{ id: Any(matched) }, { tagKey: Any(keys) }, { serial: Any(serials) }],
    select: { id: true, tag: true, tagKey: true, serial: true },
  });
  const found = new Map<string, UnitEntity>();
  const machines: FeedMachineEntity[] = [];
  for (const each of equipment) {
    const name = nameOf(each);
    const row = known.get(name);
    const bySerial = units.filter(({ serial }) => each.serial !== '' && serial === each.serial);
    const unit =
      row?.ignored === true
        ? undefined
        : (units.find(({ id }) => id === row?.unitId) ??
          units.find(({ tagKey }) => tagKey === nameKey(name)) ??
          (bySerial.length === 1 ? bySerial[0] : undefined));
    if (unit !== undefined) found.set(name, unit);
    machines.push({
      feedId,
      machine: name,
      serial: each.serial,
      model: each.model,
      unitId: unit?.id ?? row?.unitId ?? null,
      ignored: row?.ignored ?? false,
      lastHours: each.hours,
      lastAt: each.readAt,
    });
  }
  const last = [...new Map(machines.map((row) => [row.machine, row])).values()];
  if (last.length > 0) await manager.upsert(FeedMachineEntity, last, ['feedId', 'machine']);
  const ignored = new Set(machines.filter((row) => row.ignored).map(({ machine }) => machine));
  return { found, ignored };
}
