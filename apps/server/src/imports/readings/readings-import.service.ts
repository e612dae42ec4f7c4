import { Injectable, type OnApplicationBootstrap, type OnModuleInit } from '@nestjs/common';
import { nameKey } from '@sturdy-shim/core';
import { randomUUID } from 'node:crypto';
import type { Readable } from 'node:stream';
import { DataSource, type EntityManager, In, LessThan, LessThanOrEqual, MoreThanOrEqual } from 'typeorm';
import { Jobs } from '../../jobs/index.ts';
import {
  AuditedTransaction,
  Clock,
  type Refusal,
  type Result,
  Semaphore,
  actAs,
  currentActor,
  fail,
  ok,
  shopZone,
} from '../../platform/index.ts';
import { ReadingBatch, readingId } from '../../readings/index.ts';
import { UnitEntity, noSuchUnit } from '../../units/index.ts';
import { WHOLE_LINE } from '../file-import.ts';
import type { Misfit, Row } from '../table.ts';
import { readRows, withFile } from './file-stream.ts';
import { READING_COLUMNS, readingRow } from './reading-row.ts';
import { LANES, WaitingRows } from './waiting-rows.ts';
import { ReadingsImportEntity, ReadingsImportRowEntity, type RefusedLine } from './readings-import.entity.ts';

/** Readings in one transaction, more if a single unit has more. */
const BATCH = 5000;
/** Maximum number of refused lines to report. */
const REFUSED_SHOWN = 200;
const MAX_ROWS = 2_000_000;
const RECENT_SHOWN = 20;
/** Number of files read concurrently by one node; each holds a connection while it is read. */
const READ_AT_A_TIME = 2;
/** A file that was not started is deleted after a day. */
const FORGOTTEN_AFTER_MS = 86_400_000;
/** Remaining rows of a cancelled file. */
const FORGET_ROWS = `delete from readings_import_row waiting using readings_import
  where waiting.import_id = readings_import.id and state = 'cancelled' and readings_import.read_at < $1`;
const NEXT = `select place, unit_id as "unitId", date_part('epoch', read_at) * 1000 as at, hours, note
  from readings_import_row where import_id = $1 and lane = $2 and place > $3 order by place limit $4`;
/** Lanes commit concurrently: each adds its own counts. */
const ADD_UP = `update readings_import set done = done + $2, accepted = accepted + $3, suspect = suspect + $4, known = known + $5
  where id = $1 and state = 'running' returning id`;

interface NextRow {
  readonly place: number;
  readonly unitId: string;
  /** ms */
  readonly at: number;
  readonly hours: number;
  readonly note: string;
}

/**
 * Import of readings from files of any length: streamed line by line into a staging table, previewed, then imported by
 * a job in batches. Progress is stored in the transaction of each batch, so that an interrupted job continues where it
 * stopped.
 */
@Injectable()
export class ReadingsImport implements OnApplicationBootstrap, OnModuleInit {
  private readonly reading = new Semaphore(READ_AT_A_TIME);

  constructor(
    private readonly database: DataSource,
    private readonly transaction: AuditedTransaction,
    private readonly batch: ReadingBatch,
    private readonly jobs: Jobs,
    private readonly clock: Clock,
  ) {}

  onModuleInit(): void {
    this.jobs.handle('readings-import', async (data) => {
      const { importId } = data as { readonly importId: string };
      return this.letIn(importId);
    });
  }

  /**
   * After a restore, a file that was being imported during the backup has no job: it is marked as interrupted and can
   * be continued.
   */
  async onApplicationBootstrap(): Promise<void> {
    const { manager } = this.database;
    const running = await manager.find(ReadingsImportEntity, { where: { state: 'running' }, select: { id: true } });
    for (const { id } of running) {
      if (await this.jobs.isComing(manager, 'readings-import', { importId: id })) continue;
      await actAs({ kind: 'program', name: 'start of the server' }, () =>
        this.transaction.run((inner) =>
          inner.update(ReadingsImportEntity, { id, state: 'running' }, { state: 'interrupted' }),
        ),
      );
    }
  }

  /** Reads a file into the staging table. No reading is stored yet. */
  async read(sent: Readable, fileName: string): Promise<Result<ReadingsImportEntity>> {
    await this.forgetOld();
    return withFile(sent, (path) =>
      // In one transaction, so that an interruption leaves nothing.
      this.reading.take(() => this.transaction.run((manager) => this.readFile(manager, path, fileName))),
    );
  }

  private async readFile(
    manager: EntityManager,
    path: string,
    fileName: string,
  ): Promise<Result<ReadingsImportEntity>> {
    const id = randomUUID();
    const zone = await shopZone(manager);
    const unitIds = await unitIdsByTag(manager);
    const waiting = new WaitingRows(manager);
    await waiting.begin();
    const refusedLines: RefusedLine[] = [];
    const units = new Set<string>();
    let [refused, read] = [0, 0];
    const refuse = (line: RefusedLine): void => {
      refused += 1;
      if (refusedLines.length < REFUSED_SHOWN) refusedLines.push(line);
    };
    const take = (each: Row | Misfit): Promise<void> | void => {
      read += 1;
      const { line } = each;
      if ('misfit' in each) return refuse({ line, tag: '', problems: [{ field: WHOLE_LINE, ...each.misfit }] });
      const { cells, semicolons } = each;
      const row = readingRow(cells, semicolons, zone);
      if ('problems' in row) return refuse({ line, tag: row.tag, problems: row.problems });
      const unitId = unitIds(row.tag);
      if (unitId === undefined) {
        const { detail, remedy } = noSuchUnit(row.tag);
        return refuse({ line, tag: row.tag, problems: [{ field: READING_COLUMNS.tag, problem: detail, remedy }] });
      }
      units.add(unitId);
      return waiting.add({ line, unitId, at: row.readAt.getTime(), hours: row.hours, note: row.note });
    };
    const notes = await readRows(path, READING_COLUMNS, ['tag', 'readAt', 'hours'], take);
    if (!notes.ok) return notes;
    if (read === 0 || read > MAX_ROWS) return fail(read === 0 ? noReading : tooMany);
    const rows = await waiting.keepAs(id);
    const row: ReadingsImportEntity = {
      id,
      state: 'read',
      fileName,
      notes: notes.value,
      rows,
      units: units.size,
      refused,
      refusedLines,
      repeated: read - refused - rows,
      ...{ done: 0, accepted: 0, suspect: 0, known: 0 },
      startedBy: currentActor().name,
      readAt: this.clock.now(),
      endedAt: null,
    };
    await manager.insert(ReadingsImportEntity, row);
    return ok(row);
  }

  /** Unfinished files, and those of the last day. */
  async recent(): Promise<ReadingsImportEntity[]> {
    const since = new Date(this.clock.now().getTime() - FORGOTTEN_AFTER_MS);
    const rows = await this.database.manager.find(ReadingsImportEntity, {
      where: [{ state: In(['running', 'interrupted']) }, { endedAt: MoreThanOrEqual(since) }],
      order: { readAt: 'DESC' },
      take: RECENT_SHOWN,
    });
    return rows.map((row) => ({ ...row, refusedLines: [] }));
  }

  async byId(id: string): Promise<Result<ReadingsImportEntity>> {
    const row = await this.database.manager.findOneBy(ReadingsImportEntity, { id });
    return row === null ? fail(noSuchImport) : ok(row);
  }

  /** Starts the import of the staged rows; idempotent. @param without refused lines: imports only the others */
  async start(id: string, without: boolean): Promise<Result<ReadingsImportEntity>> {
    return this.transaction.run(async (manager) => {
      const row = await manager.findOne(ReadingsImportEntity, { where: { id }, lock: { mode: 'pessimistic_write' } });
      if (row === null) return fail(noSuchImport);
      if (row.state !== 'read' && row.state !== 'interrupted') return ok(row);
      if (row.state === 'read' && row.refused > 0 && !without) return fail(stillRefused(row.refused));
      await manager.update(ReadingsImportEntity, { id }, { state: 'running' });
      await this.jobs.ask(manager, 'readings-import', { importId: id });
      return ok({ ...row, state: 'running' });
    });
  }

  /** Cancels: stored readings stay, the rest is not imported. */
  async cancel(id: string): Promise<Result<ReadingsImportEntity>> {
    const cancelled = await this.transaction.run(async (manager) => {
      const row = await manager.findOne(ReadingsImportEntity, { where: { id }, lock: { mode: 'pessimistic_write' } });
      if (row === null) return fail(noSuchImport);
      if (row.state === 'done' || row.state === 'cancelled') return ok(row);
      const ended = { state: 'cancelled' as const, endedAt: this.clock.now() };
      await manager.update(ReadingsImportEntity, { id }, ended);
      return ok({ ...row, ...ended });
    });
    // After the update, because a running batch holds its rows and waits for the row of the file.
    if (cancelled.ok && cancelled.value.state === 'cancelled')
      await this.database.manager.delete(ReadingsImportRowEntity, { importId: id });
    return cancelled;
  }

  /** Several lanes in parallel, each taking batch after batch, until none is left or the import is cancelled. */
  private async letIn(id: string): Promise<string> {
    try {
      await Promise.all(LANES.map((lane) => this.letLaneIn(id, lane)));
    } catch (error) {
      if (error instanceof Cancelled) return 'It was cancelled.';
      throw error;
    }
    const { fileName, accepted, suspect } = await this.transaction.run(async (manager) => {
      const ended = { state: 'done' as const, endedAt: this.clock.now() };
      const { affected } = await manager.update(ReadingsImportEntity, { id, state: 'running' }, ended);
      if (affected !== 0) await this.jobs.ask(manager, 'status');
      return manager.findOneByOrFail(ReadingsImportEntity, { id });
    });
    return `${fileName}: ${accepted} readings count, ${suspect} are suspect.`;
  }

  private async letLaneIn(id: string, lane: number): Promise<void> {
    for (let after: number | null = 0; after !== null;) {
      const from: number = after;
      after = await this.transaction.run((manager) => this.letSomeIn(manager, id, lane, from));
    }
  }

  /** Imports the next batch of a lane. @returns the place of its last row; null if none was left */
  private async letSomeIn(manager: EntityManager, id: string, lane: number, after: number): Promise<number | null> {
    // One node at a time, by an advisory lock: the row stays unlocked, so that cancelling need not wait.
    await manager.query('select pg_advisory_xact_lock(hashtext($1))', [`shim.import.${id}.${lane}`]);
    const row = await manager.findOneBy(ReadingsImportEntity, { id });
    if (row?.state === 'cancelled') throw new Cancelled();
    if (row?.state !== 'running') return null;
    const next = wholeUnits(await manager.query<NextRow[]>(NEXT, [id, lane, after, BATCH + 1]));
    const last = next.at(-1)?.place;
    if (last === undefined) return null;
    const results = await this.batch.recordOf(
      manager,
      next.map(({ unitId, at, hours, note }) => {
        const readAt = new Date(Math.round(at));
        const said = { readAt: readAt.toISOString(), hours, note, readBy: row.startedBy };
        return { id: readingId(unitId, readAt, hours), unitId, ...said };
      }),
      // Statuses are computed after the file by a job, once for each unit.
      row.rows > BATCH ? 'by-a-job' : 'at-once',
    );
    await manager.delete(ReadingsImportRowEntity, { importId: id, lane, place: LessThanOrEqual(last) });
    const fresh = results.flatMap((each) => (each.ok && each.isNew ? [each.reading] : []));
    const suspect = fresh.filter(({ state }) => state === 'suspect').length;
    const added = [next.length, fresh.length - suspect, suspect, next.length - fresh.length];
    const [kept] = await manager.query<[unknown[], number]>(ADD_UP, [id, ...added]);
    // Cancelled meanwhile: this batch is rolled back.
    if (kept.length === 0) throw new Cancelled();
    return last;
  }

  private async forgetOld(): Promise<void> {
    const { manager } = this.database;
    const before = new Date(this.clock.now().getTime() - FORGOTTEN_AFTER_MS);
    const old = await manager.find(ReadingsImportEntity, {
      where: { state: 'read', readAt: LessThan(before) },
      select: { id: true },
    });
    for (const { id } of old) await this.cancel(id);
    await manager.query(FORGET_ROWS, [before]);
  }
}

class Cancelled extends Error {}

/** The rows up to the last complete unit; all rows if they are the last ones or of a single unit. */
function wholeUnits(rows: readonly NextRow[]): readonly NextRow[] {
  if (rows.length <= BATCH) return rows;
  const cut = rows.at(-1)?.unitId;
  const end = rows.findLastIndex(({ unitId }) => unitId !== cut) + 1;
  return rows.slice(0, end === 0 ? BATCH : end);
}

/** All units by tag key: a few megabytes for a hundred thousand units. */
async function unitIdsByTag(manager: EntityManager): Promise<(tag: string) => string | undefined> {
  const units = await manager.find(UnitEntity, { select: { id: true, tag: true }, order: { tagKey: 'DESC' } });
  const byKey = new Map(units.map(({ id, tag }) => [nameKey(tag), id]));
  // Cached, because a file repeats the same spelling of a tag.
  const asWritten = new Map<string, string>();
  return (tag) => {
    const known = asWritten.get(tag) ?? byKey.get(nameKey(tag));
    if (known !== undefined && asWritten.size < byKey.size) asWritten.set(tag, known);
    return known;
  };
}

const noSuchImport: Refusal = {
  code: 'no-such-import',
  status: 404,
  detail: 'This file is not here any more.',
  remedy: 'Choose the file again.',
};
const noReading: Refusal = {
  code: 'file-empty',
  status: 422,
  detail: 'There is no reading in this file.',
  remedy: 'Write one a line, below the titles tag, read_at, hours and note.',
};
const tooMany: Refusal = {
  code: 'file-too-long',
  status: 422,
  detail: `The file holds more than ${MAX_ROWS} readings.`,
  remedy: 'Part it into several.',
};
const stillRefused = (lines: number): Refusal => ({
  code: 'import-refused',
  status: 422,
  detail: `${lines} lines of the file are refused, so nothing was imported.`,
  remedy: 'Correct the lines in the file and choose it again, or import the others without them.',
});
