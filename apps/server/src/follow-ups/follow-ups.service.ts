import { Injectable } from '@nestjs/common';
import { DataSource, IsNull } from 'typeorm';
import {
  AuditedTransaction,
  Clock,
  DomainEvents,
  type Refusal,
  type Result,
  currentActor,
  cursorAt,
  fail,
  ok,
  placeAt,
} from '../platform/index.ts';
import { UnitFactsChanged, UnitsService } from '../units/index.ts';
import { type FollowUpsDto, openFollowUpDto } from './follow-up.dto.ts';
import { FollowUpEntity } from './follow-up.entity.ts';

const PAGE = 50;
/**
 * Day, moment and id of the last line of a page: compared as text and number, so that a forged cursor only selects
 * another place.
 */
const PLACE = ['text', 'number', 'text'] as const;
const LAST_DAY = '9999-12-31';
/** Those without a day come last. */
const DAY = "coalesce(to_char(follow_up.by_day, 'YYYY-MM-DD'), '9999-12-31')";
const MADE = '(extract(epoch from follow_up.made_at) * 1000)';
/** The position after the last line of a page. */
const AFTER = [`(${DAY}, ${MADE}, follow_up.id::text)`, '(:day, cast(:madeMs as numeric), :id)'].join(' > ');

@Injectable()
export class FollowUpsService {
  constructor(
    private readonly database: DataSource,
    private readonly transaction: AuditedTransaction,
    private readonly units: UnitsService,
    private readonly events: DomainEvents,
    private readonly clock: Clock,
  ) {}

  /** Follow-ups of one unit, open ones first, then the latest closed. */
  async ofUnit(tag: string): Promise<Result<FollowUpEntity[]>> {
    const unit = await this.units.byTag(tag);
    if (!unit.ok) return unit;
    return ok(
      await this.database.manager.find(FollowUpEntity, {
        where: { unitId: unit.value.id, withdrawn: false },
        order: { closedAt: { direction: 'DESC', nulls: 'FIRST' }, madeAt: 'ASC', id: 'ASC' },
        take: PAGE,
      }),
    );
  }

  /** All open follow-ups of the shop, the soonest first. */
  async open(cursor: string | undefined): Promise<Result<FollowUpsDto>> {
    const place = cursor === undefined ? null : placeAt(cursor, PLACE);
    if (place !== null && !place.ok) return place;
    const query = this.database.manager
      .createQueryBuilder(FollowUpEntity, 'follow_up')
      .innerJoinAndSelect('follow_up.unit', 'unit')
      .innerJoinAndSelect('unit.family', 'family')
      .where('follow_up.closed_at is null and not follow_up.withdrawn');
    const total = await query.getCount();
    if (place !== null) query.andWhere(AFTER, { day: place.value[0], madeMs: place.value[1], id: place.value[2] });
    const rows = await query
      .orderBy(DAY)
      .addOrderBy(MADE)
      .addOrderBy('follow_up.id::text')
      .limit(PAGE + 1)
      .getMany();
    const last = rows.at(PAGE - 1);
    return ok({
      total,
      lines: rows.slice(0, PAGE).map(openFollowUpDto),
      next:
        rows.length > PAGE && last !== undefined
          ? cursorAt(last.byDay ?? LAST_DAY, last.madeAt.getTime(), last.id)
          : null,
    });
  }

  /** Closes a follow-up and updates the unit's status in the same transaction; idempotent. */
  async close(id: string, note: string): Promise<Result<FollowUpEntity>> {
    const known = await this.database.manager.findOneBy(FollowUpEntity, { id });
    if (known === null) return fail(noSuchFollowUp);
    return this.transaction.run(async (manager) => {
      await this.units.lock(manager, known.unitId);
      const row = await manager.findOneByOrFail(FollowUpEntity, { id });
      const closedBy = currentActor().name;
      if (row.closedAt !== null)
        return row.closingNote === note && row.closedBy === closedBy ? ok(row) : fail(closedAlready(row));
      const closed = { closedAt: this.clock.now(), closedBy, closingNote: note, closedByCheckId: null };
      await manager.update(FollowUpEntity, { id, closedAt: IsNull() }, closed);
      await this.events.raise(new UnitFactsChanged(manager, [row.unitId]));
      return ok(Object.assign(row, closed));
    });
  }
}

const noSuchFollowUp: Refusal = {
  code: 'no-such-follow-up',
  status: 404,
  detail: 'There is no such follow-up.',
  remedy: 'Open the unit and choose one of those shown.',
};

const closedAlready = ({ closedBy, closedAt, closingNote }: FollowUpEntity): Refusal => ({
  code: 'follow-up-closed',
  status: 409,
  detail: `${closedBy} closed this follow-up already.`,
  remedy: 'Load the unit again to see what was noted.',
  facts: { stands: { closedBy, closedAt: closedAt?.toISOString() ?? null, closingNote } },
});
