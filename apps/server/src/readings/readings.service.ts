import { firstOf } from '@sturdy-shim/core';
import { Injectable } from '@nestjs/common';
import { DataSource, type EntityManager, In } from 'typeorm';
import { ruleBook } from '../shop-rules/index.ts';
import {
  Clock,
  type Refusal,
  type Result,
  AuditedTransaction,
  currentActor,
  ok,
  idTaken,
  fail,
  DomainEvents,
  oneOfSeveral,
} from '../platform/index.ts';
import { UnitFactsChanged, UnitEntity, UnitsService } from '../units/index.ts';
import { ReadingBatch } from './batch.ts';
import { type Base, baseOf, evaluated, placed } from './evaluated.ts';
import { meterHistory, metersOf, toInstant } from './history.ts';
import type { MeterEntity } from './meter.entity.ts';
import { type AmendReadingDto, type NewReadingDto, type SettleReadingDto, readingDto } from './reading.dto.ts';
import { ReadingEntity } from './reading.entity.ts';
import {
  correctionSuspect,
  neverSuspect,
  noSuchReading,
  sayWhatItIs,
  settleFirst,
  settledAlready,
} from './refusals.ts';
import { correctedFrom, meterFollows, settled, takenBack } from './settlement.ts';

@Injectable()
export class ReadingsService {
  constructor(
    private readonly database: DataSource,
    private readonly transaction: AuditedTransaction,
    private readonly units: UnitsService,
    private readonly batch: ReadingBatch,
    private readonly events: DomainEvents,
    private readonly clock: Clock,
  ) {}

  /** Stores a reading: accepted if it is consistent, otherwise suspect with its reasons; idempotent by its id. */
  async record(tag: string, reading: NewReadingDto): Promise<Result<ReadingEntity>> {
    const outcome = await this.recordMany(tag, [reading]);
    return outcome.ok ? ok(firstOf(outcome.value)) : outcome;
  }

  /** The same for a list, evaluated in date order, all or none. */
  async recordMany(tag: string, readings: readonly NewReadingDto[]): Promise<Result<ReadingEntity[]>> {
    const found = await this.units.idOf(tag);
    if (!found.ok) return found;
    return this.transaction.run(async (manager) => {
      const unitId = found.value;
      const recorded = await this.batch.recordOf(
        manager,
        readings.map((reading) => ({ ...reading, unitId })),
      );
      const kept: ReadingEntity[] = [];
      for (const each of recorded) {
        if (!each.ok) return fail(each.refusal);
        kept.push(each.reading);
      }
      return ok(kept);
    });
  }

  /** Settles a suspect reading as a person decided. Its reasons are kept. */
  async settle(id: string, settlement: SettleReadingDto): Promise<Result<ReadingEntity>> {
    const known = await this.database.manager.findOneBy(ReadingEntity, { id });
    if (known === null) return fail(noSuchReading);
    return this.transaction.run(async (manager) => {
      await this.units.lock(manager, known.unitId);
      return this.settleIn(manager, known.unitId, id, settlement);
    });
  }

  /**
   * The same for many, each independently: a refused one does not affect the others. In date order, because a roll-over
   * also explains later readings.
   */
  async settleMany(
    settlements: readonly (SettleReadingDto & { readonly id: string })[],
  ): Promise<ReadonlyMap<string, Result<ReadingEntity>>> {
    return this.transaction.run(async (manager) => {
      const known = await manager.find(ReadingEntity, {
        where: { id: In(settlements.map(({ id }) => id)) },
        order: { readAt: 'ASC' },
      });
      await this.units.lockMany(
        manager,
        known.map(({ unitId }) => unitId),
      );
      const outcomes = new Map<string, Result<ReadingEntity>>(settlements.map(({ id }) => [id, fail(noSuchReading)]));
      for (const { id, unitId } of known) {
        const settlement = settlements.find((each) => each.id === id);
        if (settlement === undefined) continue;
        const outcome = await oneOfSeveral(manager, (inner) => this.settleIn(inner, unitId, id, settlement));
        outcomes.set(id, outcome);
      }
      return outcomes;
    });
  }

  private async settleIn(
    manager: EntityManager,
    unitId: string,
    id: string,
    settlement: SettleReadingDto,
  ): Promise<Result<ReadingEntity>> {
    const unit = await manager.findOneByOrFail(UnitEntity, { id: unitId });
    const reading = await manager.findOneByOrFail(ReadingEntity, { id });
    const { decision } = settlement;
    const state = decision === 'rejected' || decision === 'corrected' ? 'rejected' : 'accepted';
    if (reading.state !== 'suspect')
      return settledSo(reading, settlement) ? ok(reading) : fail(settledAlready(reading));
    const now = this.clock.now();
    const base = await this.baseOf(manager, unit);
    if (decision === 'corrected') {
      const wrong = await this.correct(manager, base, reading, settlement, now);
      if (wrong !== null) return fail(wrong);
    }
    const found = placed(base, toInstant(reading.readAt), reading.shownHours, now);
    const outcome = await settled({ manager, unit, reading, meters: base.meters, placed: found, now }, settlement);
    if ('code' in outcome) return fail(outcome);
    const changed = {
      state,
      ...outcome,
      settledBy: currentActor().name,
      settledReason: decision === 'corrected' ? correctedTo(settlement.correctedHours ?? 0) : '',
    } as const;
    await manager.update(ReadingEntity, { id }, changed);
    Object.assign(reading, changed);
    await this.events.raise(new UnitFactsChanged(manager, [reading.unitId]));
    return ok(reading);
  }

  /** The corrected reading is added at the same moment; the wrong one stays on record. */
  private async correct(
    manager: EntityManager,
    base: Base,
    reading: ReadingEntity,
    { correctedHours, replacementId }: SettleReadingDto,
    now: Date,
  ): Promise<Refusal | null> {
    if (correctedHours === undefined || replacementId === undefined) return sayWhatItIs;
    const twin = await manager.findOneBy(ReadingEntity, { id: replacementId });
    if (twin !== null) return { ...idTaken('reading', readingDto(twin)), field: 'replacementId' };
    const readAt = reading.readAt.toISOString();
    const right = evaluated(base, { id: replacementId, readAt, hours: correctedHours }, now);
    if (right.state === 'suspect') return correctionSuspect(correctedHours);
    await manager.insert(ReadingEntity, { ...right, note: correctedFrom(reading) });
    return null;
  }

  /**
   * Undoes a settlement: the reading is suspect again. Refused if other readings depend on the meter or the roll-over
   * that it created.
   */
  async reopen(id: string): Promise<Result<ReadingEntity>> {
    const known = await this.database.manager.findOneBy(ReadingEntity, { id });
    if (known === null) return fail(noSuchReading);
    return this.transaction.run(async (manager) => {
      await this.units.lock(manager, known.unitId);
      const reading = await manager.findOneByOrFail(ReadingEntity, { id });
      if (reading.state === 'suspect') return ok(reading);
      if (reading.suspicions.length === 0) return fail(neverSuspect);
      const now = this.clock.now();
      const wrong = await takenBack(manager, reading, now);
      if (wrong !== null) return fail(wrong);
      const changed = { state: 'suspect' as const, confirmed: null, settledBy: '', settledReason: '' };
      await manager.update(ReadingEntity, { id }, changed);
      await this.events.raise(new UnitFactsChanged(manager, [reading.unitId]));
      return ok(Object.assign(reading, changed));
    });
  }

  /** A lead rejects a settled reading, or restores it. The figure is never edited. */
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

  private async baseOf(manager: EntityManager, unit: UnitEntity): Promise<Base> {
    return baseOf(unit, await meterHistory(manager, unit), await ruleBook(manager));
  }

  /** The meters of a unit, the original one first. */
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

/** Sent again after a lost answer. */
const settledSo = (reading: ReadingEntity, settlement: SettleReadingDto): boolean => {
  const { decision, startedAtHours = 0, correctedHours = 0 } = settlement;
  if (decision === 'corrected') return reading.settledReason === correctedTo(correctedHours);
  return (
    (reading.confirmed?.kind ?? 'rejected') === decision &&
    (reading.confirmed?.kind !== 'new-meter' || reading.confirmed.startedAt === startedAtHours)
  );
};

const correctedTo = (hoursMeant: number): string => `Corrected to ${hoursMeant} h.`;
