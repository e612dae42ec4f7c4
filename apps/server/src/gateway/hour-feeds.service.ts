import { Injectable } from '@nestjs/common';
import { DataSource, type EntityManager, IsNull } from 'typeorm';
import {
  AuditedTransaction,
  type Refusal,
  type Result,
  fail,
  idTaken,
  ok,
  sameContent,
  staleVersion,
} from '../platform/index.ts';
import { UnitsService } from '../units/index.ts';
import type { ChangeHourFeedDto, MatchDto, NewHourFeedDto } from './hour-feed.dto.ts';
import { FeedMachineEntity, FeedPollEntity, HourFeedEntity, HourFeedSecretEntity } from './hour-feed.entity.ts';
import { hasDots, shownAddress } from './secret-address.ts';

const POLLS_SHOWN = 30;
const UNMATCHED_SHOWN = 200;

/** Feeds, their poll results, and the matching of their machines with units. */
@Injectable()
export class HourFeedsService {
  constructor(
    private readonly database: DataSource,
    private readonly transaction: AuditedTransaction,
    private readonly units: UnitsService,
  ) {}

  all(): Promise<HourFeedEntity[]> {
    return this.database.manager.find(HourFeedEntity, { order: { name: 'ASC', id: 'ASC' } });
  }

  /** Adds a feed; idempotent by its id. */
  async add({ authorization, ...feed }: NewHourFeedDto): Promise<Result<HourFeedEntity>> {
    const wrong = hasDots(feed.url) ? dotsLeft : refusalOf(feed.url, authorization);
    if (wrong !== null) return fail(wrong);
    const shown = { ...feed, url: shownAddress(feed.url) };
    return this.transaction.run(async (manager) => {
      const row = { ...shown, version: 1 };
      // Of two concurrent equal requests the second finds the row of the first, with its secret.
      await manager.query('select pg_advisory_xact_lock(hashtext($1))', [`shim.feed.${feed.id}`]);
      const isNew = !(await manager.existsBy(HourFeedEntity, { id: feed.id }));
      await manager.createQueryBuilder().insert().into(HourFeedEntity).values(row).orIgnore().execute();
      const kept = await manager.findOneByOrFail(HourFeedEntity, { id: feed.id });
      if (!sameContent(kept, shown)) return fail(idTaken('feed', kept));
      const secret = { authorization: authorization ?? '', url: hiddenPart(feed.url) };
      if (isNew) await manager.upsert(HourFeedSecretEntity, { feedId: feed.id, ...secret }, ['feedId']);
      else if (!sameContent(await secretOf(manager, feed.id), secret)) return fail(idTaken('feed', kept));
      return ok(kept);
    });
  }

  /**
   * A masked address leaves the stored one unchanged. An authorization belongs to one address: it is deleted when
   * the address changes without a new one.
   */
  async change(id: string, { version, authorization, ...fields }: ChangeHourFeedDto): Promise<Result<HourFeedEntity>> {
    return this.transaction.run(async (manager) => {
      const known = await manager.findOne(HourFeedEntity, { where: { id }, lock: { mode: 'pessimistic_write' } });
      if (known === null) return fail(noSuchFeed);
      const secret = await secretOf(manager, id);
      const before = secret.url === '' ? known.url : secret.url;
      const address = fields.url === known.url ? before : fields.url;
      const wrong = fields.url !== known.url && hasDots(fields.url) ? dotsLeft : refusalOf(address, authorization);
      if (wrong !== null) return fail(wrong);
      const shown = { ...fields, url: shownAddress(address) };
      const next = {
        authorization: authorization ?? (address === before ? secret.authorization : ''),
        url: hiddenPart(address),
      };
      if (known.version === version + 1 && sameContent(known, shown) && sameContent(secret, next)) return ok(known);
      if (known.version !== version) return fail(staleVersion(known.name, known.version, version, {}));
      await manager.update(HourFeedEntity, { id }, { ...shown, version: version + 1 });
      await manager.upsert(HourFeedSecretEntity, { feedId: id, ...next }, ['feedId']);
      return ok({ ...known, ...shown, version: version + 1 });
    });
  }

  /** The latest first. */
  polls(feedId: string): Promise<FeedPollEntity[]> {
    return this.database.manager.find(FeedPollEntity, {
      where: { feedId },
      order: { beganAt: 'DESC' },
      take: POLLS_SHOWN,
    });
  }

  /** Machines of a feed that are not matched with a unit yet. */
  unmatched(feedId: string): Promise<FeedMachineEntity[]> {
    return this.database.manager.find(FeedMachineEntity, {
      where: { feedId, unitId: IsNull(), ignored: false },
      order: { machine: 'ASC' },
      take: UNMATCHED_SHOWN,
    });
  }

  /** Matches a machine with a unit, or marks it as not belonging to the shop. */
  async match(feedId: string, { machine, tag }: MatchDto): Promise<Result<null>> {
    const unit = tag === null ? null : await this.units.byTag(tag);
    if (unit !== null && !unit.ok) return unit;
    return this.transaction.run(async (manager) => {
      const said = { unitId: unit === null ? null : unit.value.id, ignored: tag === null };
      const { affected } = await manager.update(FeedMachineEntity, { feedId, machine }, said);
      return affected === 0 ? fail(noSuchMachine) : ok(null);
    });
  }
}

/** The full address if a part of it is masked; empty otherwise. */
const hiddenPart = (address: string): string => (shownAddress(address) === address ? '' : address);

async function secretOf(manager: EntityManager, feedId: string): Promise<{ authorization: string; url: string }> {
  const { authorization = '', url = '' } = (await manager.findOneBy(HourFeedSecretEntity, { feedId })) ?? {};
  return { authorization, url };
}

function refusalOf(url: string, authorization: string | undefined): Refusal | null {
  const right =
    URL.canParse(url) && ['http:', 'https:'].includes(new URL(url).protocol) && new URL(url).username === '';
  if (!right)
    return {
      code: 'no-feed-address',
      status: 422,
      field: 'url',
      detail: 'This is not an address of a feed.',
      remedy: 'Write https://gateway.example/fleet/1, without a name and password in it.',
    };
  return authorization === undefined || /^[\x20-\x7e]*$/.test(authorization) ? null : noAuthorization;
}

const dotsLeft: Refusal = {
  code: 'no-feed-address',
  status: 422,
  field: 'url',
  detail: 'The dots in this address stand for a part that is not shown.',
  remedy: 'Type the whole address again, with its key.',
};
/** Characters allowed in an HTTP header; others, such as a euro sign, cannot be sent. */
const noAuthorization: Refusal = {
  code: 'no-feed-authorization',
  status: 422,
  field: 'authorization',
  detail: 'This authorization has a character that cannot be sent.',
  remedy: 'Use letters, digits and signs of the English keyboard, as the service gave it to you.',
};
const noSuchFeed: Refusal = {
  code: 'no-such-feed',
  status: 404,
  detail: 'There is no such feed.',
  remedy: 'Load the list again.',
};
const noSuchMachine: Refusal = {
  code: 'no-such-machine',
  status: 404,
  field: 'machine',
  detail: 'The feed has not named this machine.',
  remedy: 'Load the list again.',
};
