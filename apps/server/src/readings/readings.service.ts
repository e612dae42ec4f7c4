import { Injectable } from '@nestjs/common';
import {
  type AcceptedReading,
  type HabitRules,
  type Meter,
  habitRulesUnder,
  hours,
  placeReading,
} from '@sturdy-shim/core';
import { DataSource, In } from 'typeorm';
import { ruleBook } from '../shop-rules/index.ts';
import {
  Clock,
  type Result,
  AuditedTransaction,
  currentActor,
  ok,
  idTaken,
  fail,
  sameContent,
  DomainEvents,
} from '../platform/index.ts';
import { UnitFactsChanged, UnitEntity, UnitsService } from '../units/index.ts';
import { meterHistory, metersOf, toInstant } from './history.ts';
import type { MeterEntity } from './meter.entity.ts';
import { type AmendReadingDto, type NewReadingDto, type SettleReadingDto, readingDto } from './reading.dto.ts';
import { ReadingEntity } from './reading.entity.ts';
import { noSuchReading, settleFirst, settledAlready } from './refusals.ts';
import { meterFollows, settled } from './settlement.ts';

@Injectable()
export class ReadingsService {
  constructor(
    private readonly database: DataSource,
    private readonly transaction: AuditedTransaction,
    private readonly units: UnitsService,
    private readonly events: DomainEvents,
    private readonly clock: Clock,
  ) {}

  /** Keeps a reading: accepted when it adds up, suspect with its reasons when it does not. Sent twice it counts once. */
  async record(tag: string, reading: NewReadingDto): Promise<Result<ReadingEntity>> {
    const outcome = await this.recordMany(tag, [reading]);
    return outcome.ok ? ok(outcome.value[0] as ReadingEntity) : outcome;
  }

  /** The same for a list, evaluated in date order; all are kept or none. */
  async recordMany(tag: string, readings: readonly NewReadingDto[]): Promise<Result<ReadingEntity[]>> {
    const found = await this.units.byTag(tag);
    if (!found.ok) return found;
    const unit = found.value;
    return this.transaction.run(async (manager) => {
      await this.units.lock(manager, unit.id);
      const { meters, readings: known } = await meterHistory(manager, unit);
      const habits = habitRulesUnder((await ruleBook(manager)).of(unit.familyId));
      const accepted = [...known];
      const before = await manager.findBy(ReadingEntity, { id: In(readings.map(({ id }) => id)) });
      const rows: ReadingEntity[] = [];
      for (const reading of inDateOrder(readings)) {
        const twin = before.find(({ id }) => id === reading.id);
        if (twin !== undefined && !sameReading(twin, unit, reading)) return fail(idTaken('reading', readingDto(twin)));
        rows.push(twin ?? this.evaluated(unit, reading, meters, accepted, habits));
      }
      await manager.insert(
        ReadingEntity,
        rows.filter((row) => !before.includes(row)),
      );
      await this.events.raise(new UnitFactsChanged(manager, [unit.id]));
      return ok(rows);
    });
  }

  /** The row of a reading, accepted or suspect. An accepted one joins the base for those after it. */
  private evaluated(
    unit: UnitEntity,
    { id, readAt, hours: shownHours, note }: NewReadingDto,
    meters: readonly Meter[],
    accepted: AcceptedReading[],
    habits: HabitRules,
  ): ReadingEntity {
    const at = new Date(readAt);
    const now = this.clock.now();
    const shown = { at: toInstant(at), shown: hours(shownHours) };
    const { lap, suspicions } = placeReading(shown, meters, accepted, toInstant(now), habits);
    if (suspicions.length === 0) accepted.push({ ...shown, lap, asRead: false });
    return {
      id,
      unitId: unit.id,
      readAt: at,
      shownHours,
      note: note ?? '',
      readBy: currentActor().name,
      lap,
      state: suspicions.length === 0 ? 'accepted' : 'suspect',
      suspicions: [...suspicions],
      confirmed: null,
      receivedAt: now,
      settledBy: '',
      settledReason: '',
    };
  }

  /** A person says what a suspect reading is. The reasons stay with it. */
  async settle(id: string, settlement: SettleReadingDto): Promise<Result<ReadingEntity>> {
    const known = await this.database.manager.findOneBy(ReadingEntity, { id });
    if (known === null) return fail(noSuchReading);
    return this.transaction.run(async (manager) => {
      await this.units.lock(manager, known.unitId);
      const unit = await manager.findOneByOrFail(UnitEntity, { id: known.unitId });
      const reading = await manager.findOneByOrFail(ReadingEntity, { id });
      const state = settlement.decision === 'rejected' ? 'rejected' : 'accepted';
      if (reading.state !== 'suspect') {
        const same =
          (reading.confirmed?.kind ?? 'rejected') === settlement.decision &&
          (reading.confirmed?.kind !== 'new-meter' || reading.confirmed.startedAt === (settlement.startedAtHours ?? 0));
        return same ? ok(reading) : fail(settledAlready(reading));
      }
      const history = await meterHistory(manager, unit);
      const now = this.clock.now();
      const shown = { at: toInstant(reading.readAt), shown: hours(reading.shownHours) };
      const habits = habitRulesUnder((await ruleBook(manager)).of(unit.familyId));
      const placed = placeReading(shown, history.meters, history.readings, toInstant(now), habits);
      const outcome = await settled({ manager, unit, reading, history, placed, now }, settlement);
      if ('code' in outcome) return fail(outcome);
      const changed = { state, ...outcome, settledBy: currentActor().name } as const;
      await manager.update(ReadingEntity, { id }, changed);
      Object.assign(reading, changed);
      await this.events.raise(new UnitFactsChanged(manager, [reading.unitId]));
      return ok(reading);
    });
  }

  /** A lead says that a settled reading does not count after all, or that it does. What it showed is never edited. */
  async amend(id: string, { decision, reason }: AmendReadingDto): Promise<Result<ReadingEntity>> {
    const known = await this.database.manager.findOneBy(ReadingEntity, { id });
    if (known === null) return fail(noSuchReading);
    return this.transaction.run(async (manager) => {
      await this.units.lock(manager, known.unitId);
      const reading = await manager.findOneByOrFail(ReadingEntity, { id });
      if (reading.state === 'suspect') return fail(settleFirst);
      const state = decision === 'rejected' ? ('rejected' as const) : ('accepted' as const);
      if (reading.state === state) {
        return reading.settledReason === reason ? ok(reading) : fail(settledAlready(reading));
      }
      const confirmed = state === 'accepted' ? { kind: 'as-read' as const } : null;
      const amended = { state, confirmed, settledBy: currentActor().name, settledReason: reason };
      await manager.update(ReadingEntity, { id }, amended);
      if (state === 'rejected') await meterFollows(manager, reading, this.clock.now());
      await this.events.raise(new UnitFactsChanged(manager, [reading.unitId]));
      return ok(Object.assign(reading, amended));
    });
  }

  /** What is known of a unit's meters, the one that it came with first. */
  async metersOf(tag: string): Promise<Result<MeterEntity[]>> {
    const unit = await this.units.byTag(tag);
    if (!unit.ok) return unit;
    const rows = await metersOf(this.database.manager, unit.value.id);
    return ok(rows.toSorted((a, b) => (a.fittedAt?.getTime() ?? 0) - (b.fittedAt?.getTime() ?? 0)));
  }

  /** Newest first. */
  async ofUnit(tag: string, limit: number): Promise<Result<ReadingEntity[]>> {
    const unit = await this.units.byTag(tag);
    if (!unit.ok) return unit;
    const where = { unitId: unit.value.id };
    return ok(
      await this.database.manager.find(ReadingEntity, {
        where,
        order: { readAt: 'DESC', receivedAt: 'DESC' },
        take: limit,
      }),
    );
  }
}

const inDateOrder = (readings: readonly NewReadingDto[]): NewReadingDto[] =>
  readings.toSorted((a, b) => Date.parse(a.readAt) - Date.parse(b.readAt));

const sameReading = (
  known: ReadingEntity,
  unit: UnitEntity,
  { readAt, hours: shown, note = '' }: NewReadingDto,
): boolean => sameContent(known, { unitId: unit.id, readAt: new Date(readAt), shownHours: shown, note });
