import { Injectable } from '@nestjs/common';
import { itemAt, valueAt, nameKey } from '@sturdy-shim/core';
import { Any, type EntityManager, In } from 'typeorm';
import {
  Clock,
  DomainEvents,
  type Refusal,
  bestNamed,
  grouped,
  idTaken,
  keysFor,
  sameContent,
} from '../platform/index.ts';
import { ruleBook } from '../shop-rules/index.ts';
import { UnitEntity, UnitFactsChanged, UnitsService, noSuchUnit } from '../units/index.ts';
import { baseOf, evaluated, inDateOrder } from './evaluated.ts';
import { meterHistories } from './history.ts';
import { type NewReadingDto, readingDto } from './reading.dto.ts';
import { insertReadings } from './reading-rows.ts';
import { ReadingEntity } from './reading.entity.ts';

/** One reading of a batch. */
export interface TaggedReading extends NewReadingDto {
  readonly tag: string;
  /** The person who read the meter, if not the sender. */
  readonly readBy?: string;
}

/** The same, of a unit that is known by its id. */
export interface UnitReading extends Omit<TaggedReading, 'tag'> {
  readonly unitId: string;
}

/** The outcome of each reading, in order: stored, or the refusal. */
export type Recorded =
  | { readonly ok: true; readonly reading: ReadingEntity; readonly isNew: boolean }
  | { readonly ok: false; readonly refusal: Refusal };

/** Stores readings of many units with the same number of queries as for one. */
@Injectable()
export class ReadingBatch {
  constructor(
    private readonly units: UnitsService,
    private readonly events: DomainEvents,
    private readonly clock: Clock,
  ) {}

  /**
   * Stores readings of many units within a transaction, each accepted or suspect, evaluated in date order per unit. A
   * refused reading does not affect the others; one that was stored before is returned unchanged.
   */
  async recordIn(manager: EntityManager, readings: readonly TaggedReading[]): Promise<Recorded[]> {
    const unitOf = await unitsNamed(manager, readings);
    const known = readings.flatMap((reading) => {
      const unit = unitOf(reading.tag);
      return unit === null ? [] : [{ ...reading, unitId: unit.id }];
    });
    const recorded = await this.recordOf(manager, known);
    let next = 0;
    return readings.map(({ tag }) =>
      unitOf(tag) === null ? { ok: false, refusal: noSuchUnit(tag) } : itemAt(recorded, next++),
    );
  }

  /** The same for loaded units. @param statuses of the units: computed at once, or marked for a job */
  async recordOf(
    manager: EntityManager,
    readings: readonly UnitReading[],
    statuses: UnitFactsChanged['statuses'] = 'at-once',
  ): Promise<Recorded[]> {
    const byUnit = grouped(readings, ({ unitId }) => unitId);
    const ids = [...byUnit.keys()];
    // Read after locking, so that they cannot change.
    const units = await this.units.lockMany(manager, ids);
    const histories = await meterHistories(manager, units);
    const book = await ruleBook(manager);
    const before = new Map(
      (await manager.findBy(ReadingEntity, { id: Any(readings.map(({ id }) => id)) })).map((row) => [row.id, row]),
    );
    const now = this.clock.now();
    const results = new Map<UnitReading, Recorded>();
    const fresh: ReadingEntity[] = [];
    for (const unit of units) {
      const history = histories.get(unit.id);
      if (history === undefined) throw new Error('every unit has a history');
      const base = baseOf(unit, history, book);
      for (const reading of inDateOrder(byUnit.get(unit.id) ?? [])) {
        const known = before.get(reading.id);
        if (known === undefined) {
          const row = evaluated(base, reading, now, reading.readBy);
          before.set(row.id, row);
          fresh.push(row);
          results.set(reading, { ok: true, reading: row, isNew: true });
        } else {
          const same = sameReading(known, unit.id, reading);
          results.set(
            reading,
            same
              ? { ok: true, reading: known, isNew: false }
              : { ok: false, refusal: idTaken('reading', readingDto(known)) },
          );
        }
      }
    }
    if (fresh.length > 0) {
      await insertReadings(manager, fresh);
      await this.events.raise(new UnitFactsChanged(manager, [...new Set(fresh.map(({ unitId }) => unitId))], statuses));
    }
    return readings.map((reading) => valueAt(results, reading));
  }
}

const sameReading = (
  known: ReadingEntity,
  unitId: string,
  { readAt, hours: shown, note = '' }: NewReadingDto,
): boolean => sameContent(known, { unitId, readAt: new Date(readAt), shownHours: shown, note });

/** Finds the unit of a tag in any spelling, among the units of the readings. */
async function unitsNamed(manager: EntityManager, readings: readonly TaggedReading[]) {
  const tags = new Set(readings.map(({ tag }) => tag));
  const keys = [...new Set([...tags].flatMap(keysFor))];
  const found = await manager.find(UnitEntity, {
    where: { tagKey: In(keys) },
    select: { id: true, tag: true, tagKey: true },
    order: { tagKey: 'ASC' },
  });
  const byKey = grouped(found, ({ tag }) => nameKey(tag));
  const known = new Map(
    [...tags].map((tag) => [tag, bestNamed(byKey.get(nameKey(tag)) ?? [], tag, (each) => each.tag)]),
  );
  return (tag: string): UnitEntity | null => known.get(tag) ?? null;
}
