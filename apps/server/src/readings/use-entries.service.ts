import { Injectable } from '@nestjs/common';
import { estimatedHours } from '@sturdy-shim/core';
import { DataSource, IsNull, LessThanOrEqual, MoreThanOrEqual } from 'typeorm';
import {
  AuditedTransaction,
  Clock,
  DomainEvents,
  type Refusal,
  type Result,
  currentActor,
  dayOf,
  fail,
  idTaken,
  ok,
  sameContent,
  shopZone,
} from '../platform/index.ts';
import { UnitFactsChanged, UnitsService } from '../units/index.ts';
import { type NewUseEntryDto, useEntryDto } from './use-entry.dto.ts';
import { UseEntryEntity } from './use-entry.entity.ts';

const SHOWN = 40;
const HOURS_IN_A_DAY = 24;

/** Use entries of units without a meter, from which their hours are estimated. */
@Injectable()
export class UseEntriesService {
  constructor(
    private readonly database: DataSource,
    private readonly transaction: AuditedTransaction,
    private readonly units: UnitsService,
    private readonly events: DomainEvents,
    private readonly clock: Clock,
  ) {}

  /** The latest first. */
  async ofUnit(tag: string): Promise<Result<UseEntryEntity[]>> {
    const unit = await this.units.byTag(tag);
    if (!unit.ok) return unit;
    return ok(
      await this.database.manager.find(UseEntryEntity, {
        where: { unitId: unit.value.id },
        order: { toDay: 'DESC', enteredAt: 'DESC' },
        take: SHOWN,
      }),
    );
  }

  /** Adds an entry; idempotent by its id. */
  async enter(tag: string, entry: NewUseEntryDto): Promise<Result<UseEntryEntity>> {
    const found = await this.units.byTag(tag);
    if (!found.ok) return found;
    const unit = found.value;
    return this.transaction.run(async (manager) => {
      await this.units.lock(manager, unit.id);
      const sent = { ...entry, note: entry.note ?? '', unitId: unit.id };
      const known = await manager.findOneBy(UseEntryEntity, { id: entry.id });
      if (known !== null) return sameContent(known, sent) ? ok(known) : fail(idTaken('entry', useEntryDto(known)));
      if (!unit.noMeter) return fail(hasMeter(unit.tag));
      const now = this.clock.now();
      const wrong = refusalOf(entry, unit.inServiceOn, dayOf(now, await shopZone(manager)));
      if (wrong !== null) return fail(wrong);
      const over = await manager.findOneBy(UseEntryEntity, {
        unitId: unit.id,
        voidedAt: IsNull(),
        fromDay: LessThanOrEqual(entry.toDay),
        toDay: MoreThanOrEqual(entry.fromDay),
      });
      if (over !== null) return fail(overlaps(over));
      const row: UseEntryEntity = {
        ...sent,
        hours: hoursOf(entry),
        enteredBy: currentActor().name,
        enteredAt: now,
        voidedAt: null,
      };
      await manager.insert(UseEntryEntity, row);
      await this.events.raise(new UnitFactsChanged(manager, [unit.id]));
      return ok(row);
    });
  }

  async void(id: string): Promise<Result<UseEntryEntity>> {
    const known = await this.database.manager.findOneBy(UseEntryEntity, { id });
    if (known === null) return fail(noSuchEntry);
    return this.transaction.run(async (manager) => {
      await this.units.lock(manager, known.unitId);
      const row = await manager.findOneByOrFail(UseEntryEntity, { id });
      if (row.voidedAt !== null) return ok(row);
      const voided = { voidedAt: this.clock.now() };
      await manager.update(UseEntryEntity, { id }, voided);
      await this.events.raise(new UnitFactsChanged(manager, [row.unitId]));
      return ok(Object.assign(row, voided));
    });
  }
}

const hoursOf = ({ basis, amount, rate }: NewUseEntryDto): number =>
  estimatedHours(
    basis === 'days' ? { basis, days: amount, hoursPerDay: rate } : { basis, fuel: amount, fuelPerHour: rate },
  );

function refusalOf(entry: NewUseEntryDto, inServiceOn: string, today: string): Refusal | null {
  const { fromDay, toDay, basis, amount, rate } = entry;
  const wrong = (field: string, detail: string, remedy: string): Refusal => ({
    code: 'use-contradicts-itself',
    status: 422,
    field,
    detail,
    remedy,
  });
  if (toDay < fromDay) return wrong('toDay', 'It ends before it begins.', 'Give the last day after the first.');
  if (fromDay < inServiceOn)
    return wrong(
      'fromDay',
      `The unit went into service on ${inServiceOn}.`,
      'Begin with that day, or correct the date in service on the page of the unit.',
    );
  if (toDay > today) return wrong('toDay', 'This day is still to come.', 'Enter what was done, up to today.');
  const days = (Date.parse(toDay) - Date.parse(fromDay)) / 86_400_000 + 1;
  if (basis === 'days' && amount > days)
    return wrong(
      'amount',
      `From ${fromDay} to ${toDay} there are ${days} days.`,
      'Give no more days on the job than that.',
    );
  if (basis === 'days' && rate > HOURS_IN_A_DAY)
    return wrong('rate', 'A day has 24 hours.', 'Give the hours that it runs on a day, such as 4.');
  if (hoursOf(entry) > days * HOURS_IN_A_DAY)
    return wrong(
      'amount',
      `That is ${hoursOf(entry)} h in ${days} days: more than they hold.`,
      'Check fuel and rate: both in one unit.',
    );
  return null;
}

const hasMeter = (tag: string): Refusal => ({
  code: 'has-meter',
  status: 422,
  detail: `${tag} has an hour meter.`,
  remedy: 'Enter what the meter shows. If it has none, say so in its particulars first.',
});
const overlaps = ({ fromDay, toDay, hours }: UseEntryEntity): Refusal => ({
  code: 'use-overlaps',
  status: 409,
  field: 'fromDay',
  detail: `From ${fromDay} to ${toDay} is entered already: ${hours} h.`,
  remedy: 'Choose other days, or void that entry first.',
});
const noSuchEntry: Refusal = {
  code: 'no-such-entry',
  status: 404,
  detail: 'There is no such entry.',
  remedy: 'Load the unit again.',
};
