import { Injectable } from '@nestjs/common';
import { type AcceptedReading, type Confirmation, hours, suspicions } from '@sturdy-shim/core';
import { DataSource, In } from 'typeorm';
import { Clock, type Outcome, type Refusal, Work, currentActor, done, idTaken, refuse } from '../platform/index.ts';
import { StandingKeeper, type UnitEntity, UnitsService } from '../units/index.ts';
import { acceptedReadings, serviceStart, toInstant } from './history.ts';
import type { AmendReadingDto, NewReadingDto, SettleReadingDto } from './reading.dto.ts';
import { ReadingEntity } from './reading.entity.ts';

@Injectable()
export class ReadingsService {
  constructor(
    private readonly database: DataSource,
    private readonly work: Work,
    private readonly units: UnitsService,
    private readonly standings: StandingKeeper,
    private readonly clock: Clock,
  ) {}

  /** Keeps a reading: accepted when it adds up, suspect with its reasons when it does not. Sent twice it counts once. */
  async record(tag: string, reading: NewReadingDto): Promise<Outcome<ReadingEntity>> {
    const outcome = await this.recordMany(tag, [reading]);
    return outcome.ok ? done(outcome.value[0] as ReadingEntity) : outcome;
  }

  /** The same for a list, judged in date order; all are kept or none. */
  async recordMany(tag: string, readings: readonly NewReadingDto[]): Promise<Outcome<ReadingEntity[]>> {
    const found = await this.units.byTag(tag);
    if (!found.ok) return found;
    const unit = found.value;
    return this.work.run(async (manager) => {
      await this.units.lock(manager, unit.id);
      const accepted = await acceptedReadings(manager, unit.id);
      const before = await manager.findBy(ReadingEntity, { id: In(readings.map(({ id }) => id)) });
      const rows: ReadingEntity[] = [];
      for (const reading of inDateOrder(readings)) {
        const known = before.find(({ id }) => id === reading.id);
        if (known !== undefined && !sameReading(known, unit, reading)) return refuse(idTaken('reading'));
        rows.push(known ?? this.judged(unit, reading, accepted));
      }
      await manager.insert(ReadingEntity, rows.filter((row) => !before.includes(row)) as never);
      await this.standings.keep(manager, unit.id);
      return done(rows);
    });
  }

  /** The row of a reading, accepted or suspect. An accepted one joins the base for those after it. */
  private judged(
    unit: UnitEntity,
    { id, readAt, hours: shownHours, note }: NewReadingDto,
    accepted: AcceptedReading[],
  ): ReadingEntity {
    const at = new Date(readAt);
    const now = this.clock.now();
    const shown = { at: toInstant(at), shown: hours(shownHours) };
    const odd = suspicions(shown, serviceStart(unit), accepted, toInstant(now));
    if (odd.length === 0) accepted.push(shown);
    return {
      id,
      unitId: unit.id,
      readAt: at,
      shownHours,
      note: note ?? '',
      readBy: currentActor().name,
      state: odd.length === 0 ? 'accepted' : 'suspect',
      suspicions: odd,
      confirmed: null,
      receivedAt: now,
      settledBy: '',
      settledReason: '',
    };
  }

  /** A person says what a suspect reading is. The reasons stay with it. */
  async settle(id: string, { decision, startedAtHours }: SettleReadingDto): Promise<Outcome<ReadingEntity>> {
    const known = await this.database.manager.findOneBy(ReadingEntity, { id });
    if (known === null) return refuse(noSuchReading);
    return this.work.run(async (manager) => {
      await this.units.lock(manager, known.unitId);
      const reading = await manager.findOneByOrFail(ReadingEntity, { id });
      const confirmed = confirmationOf(decision, reading, startedAtHours);
      if (confirmed === undefined) {
        return refuse({
          code: 'no-roll-over',
          status: 422,
          field: 'decision',
          detail: 'The reading before this one is not near a roll-over of the meter.',
          mend: 'Choose a new meter, or reject the reading.',
        });
      }
      const state = decision === 'rejected' ? 'rejected' : 'accepted';
      if (reading.state !== 'suspect') {
        const same = reading.state === state && JSON.stringify(reading.confirmed) === JSON.stringify(confirmed);
        return same ? done(reading) : refuse(settledAlready(reading));
      }
      const settled = { state, confirmed, settledBy: currentActor().name } as const;
      await manager.update(ReadingEntity, { id }, settled as never);
      Object.assign(reading, settled);
      await this.standings.keep(manager, reading.unitId);
      return done(reading);
    });
  }

  /** A lead says that a settled reading does not count after all, or that it does. What it showed is never edited. */
  async amend(id: string, { decision, reason }: AmendReadingDto): Promise<Outcome<ReadingEntity>> {
    const known = await this.database.manager.findOneBy(ReadingEntity, { id });
    if (known === null) return refuse(noSuchReading);
    return this.work.run(async (manager) => {
      await this.units.lock(manager, known.unitId);
      const reading = await manager.findOneByOrFail(ReadingEntity, { id });
      if (reading.state === 'suspect') return refuse(settleFirst);
      const state = decision === 'rejected' ? ('rejected' as const) : ('accepted' as const);
      if (reading.state === state) {
        return reading.settledReason === reason ? done(reading) : refuse(settledAlready(reading));
      }
      const confirmed = state === 'accepted' ? { kind: 'as-read' as const } : null;
      const amended = { state, confirmed, settledBy: currentActor().name, settledReason: reason };
      await manager.update(ReadingEntity, { id }, amended as never);
      await this.standings.keep(manager, reading.unitId);
      return done(Object.assign(reading, amended));
    });
  }

  /** Newest first. */
  async ofUnit(tag: string, most: number): Promise<Outcome<ReadingEntity[]>> {
    const unit = await this.units.byTag(tag);
    if (!unit.ok) return unit;
    const where = { unitId: unit.value.id };
    return done(
      await this.database.manager.find(ReadingEntity, {
        where,
        order: { readAt: 'DESC', receivedAt: 'DESC' },
        take: most,
      }),
    );
  }
}

const inDateOrder = (readings: readonly NewReadingDto[]): NewReadingDto[] =>
  readings.toSorted((a, b) => Date.parse(a.readAt) - Date.parse(b.readAt));

const noSuchReading: Refusal = {
  code: 'no-such-reading',
  status: 404,
  detail: 'There is no such reading.',
  mend: 'Load the unit again.',
};

const settledAlready = ({ state, settledBy }: ReadingEntity): Refusal => ({
  code: 'settled-already',
  status: 409,
  detail: `This reading is ${state} already${settledBy === '' ? '' : `, by ${settledBy}`}.`,
  mend: 'Load the unit again to see what was decided.',
});

const settleFirst: Refusal = {
  code: 'not-settled',
  status: 409,
  detail: 'This reading is still suspect.',
  mend: 'Settle it first: say what it is.',
};

const sameReading = (row: ReadingEntity, unit: UnitEntity, sent: NewReadingDto): boolean =>
  row.unitId === unit.id && row.shownHours === sent.hours && row.readAt.getTime() === Date.parse(sent.readAt);

function confirmationOf(
  decision: SettleReadingDto['decision'],
  { suspicions: odd }: ReadingEntity,
  startedAtHours: number | undefined,
): Confirmation | null | undefined {
  switch (decision) {
    case 'rejected':
      return null;
    case 'as-read':
      return { kind: 'as-read' };
    case 'new-meter':
      return { kind: 'new-meter', startedAt: hours(startedAtHours ?? 0) };
    case 'rolled-over': {
      const rollOver = odd.find((each) => each.code === 'roll-over');
      return rollOver && { kind: 'rolled-over', modulus: rollOver.modulus };
    }
  }
}
