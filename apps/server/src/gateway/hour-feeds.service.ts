import { Injectable } from '@nestjs/common';
import { DataSource, IsNull } from 'typeorm';
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

const POLLS_SHOWN = 30;
const UNMATCHED_SHOWN = 200;

/** Which feeds are asked, how they went, and which machine of a feed is which unit. */
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

  /** Sent twice it is added once. */
  async add({ authorization, ...feed }: NewHourFeedDto): Promise<Result<HourFeedEntity>> {
    const wrong = refusalOf(feed.url);
    if (wrong !== null) return fail(wrong);
    return this.transaction.run(async (manager) => {
      const row = { ...feed, version: 1 };
      await manager.createQueryBuilder().insert().into(HourFeedEntity).values(row).orIgnore().execute();
      const kept = await manager.findOneByOrFail(HourFeedEntity, { id: feed.id });
      if (!sameContent(kept, feed)) return fail(idTaken('feed', kept));
      if (authorization !== undefined)
        await manager.upsert(HourFeedSecretEntity, { feedId: feed.id, authorization }, ['feedId']);
      return ok(kept);
    });
  }

  async change(id: string, { version, authorization, ...fields }: ChangeHourFeedDto): Promise<Result<HourFeedEntity>> {
    const wrong = refusalOf(fields.url);
    if (wrong !== null) return fail(wrong);
    return this.transaction.run(async (manager) => {
      const known = await manager.findOne(HourFeedEntity, { where: { id }, lock: { mode: 'pessimistic_write' } });
      if (known === null) return fail(noSuchFeed);
      if (known.version === version + 1 && authorization === undefined && sameContent(known, fields)) return ok(known);
      if (known.version !== version) return fail(staleVersion(known.name, known.version, version, {}));
      await manager.update(HourFeedEntity, { id }, { ...fields, version: version + 1 });
      // What was meant for one address is not sent to another one.
      if (authorization !== undefined)
        await manager.upsert(HourFeedSecretEntity, { feedId: id, authorization }, ['feedId']);
      else if (known.url !== fields.url)
        await manager.upsert(HourFeedSecretEntity, { feedId: id, authorization: '' }, ['feedId']);
      return ok({ ...known, ...fields, version: version + 1 });
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

  /** Machines that a feed names and nobody has matched with a unit yet. */
  unmatched(feedId: string): Promise<FeedMachineEntity[]> {
    return this.database.manager.find(FeedMachineEntity, {
      where: { feedId, unitId: IsNull(), ignored: false },
      order: { machine: 'ASC' },
      take: UNMATCHED_SHOWN,
    });
  }

  /** Says which unit a machine is, or that it is none of the shop's. */
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

function refusalOf(url: string): Refusal | null {
  const right =
    URL.canParse(url) && ['http:', 'https:'].includes(new URL(url).protocol) && new URL(url).username === '';
  return right
    ? null
    : {
        code: 'no-feed-address',
        status: 422,
        field: 'url',
        detail: 'This is no address of a feed.',
        remedy: 'Write https://gateway.example/fleet/1, without a name and password in it.',
      };
}

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
