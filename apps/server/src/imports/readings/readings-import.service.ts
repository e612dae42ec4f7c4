import { Injectable, type OnModuleInit } from '@nestjs/common';
import { nameKey } from '@sturdy-shim/core';
import { randomUUID } from 'node:crypto';
import type { Readable } from 'node:stream';
import { DataSource, type EntityManager, In, LessThan } from 'typeorm';
import { Jobs } from '../../jobs/index.ts';
import {
  AuditedTransaction,
  Clock,
  type Refusal,
  type Result,
  currentActor,
  fail,
  ok,
  shopZone,
} from '../../platform/index.ts';
import { ReadingBatch, readingId } from '../../readings/index.ts';
import { UnitEntity, noSuchUnit } from '../../units/index.ts';
import type { Row } from '../table.ts';
import { readRows, withFile } from './file-stream.ts';
import { READING_COLUMNS, readingRow } from './reading-row.ts';
import { ReadingsImportEntity, ReadingsImportRowEntity, type RefusedLine } from './readings-import.entity.ts';

/** So many lines are put by at once. */
const AT_ONCE = 5000;
/** So many readings come in within one transaction. */
const BATCH = 2000;
/** More refused lines say no more. */
const REFUSED_SHOWN = 200;
const MAX_ROWS = 2_000_000;
/** A file that nobody let in is forgotten after a day. */
const FORGOTTEN_AFTER_MS = 86_400_000;
const PUT_BY = `insert into readings_import_row (import_id, id, line, unit_id, read_at, hours, note)
  select $1, * from unnest($2::uuid[], $3::int[], $4::uuid[], $5::timestamptz[], $6::float8[], $7::text[]) on conflict do nothing`;
/** What is left of a file that was not read to its end, or that was called off. */
const FORGET_ROWS = `delete from readings_import_row waiting using readings_import
  where waiting.import_id = readings_import.id and state = 'cancelled' and readings_import.read_at < $1`;
const NEXT = `select waiting.id, unit.tag, waiting.read_at, waiting.hours, waiting.note
  from readings_import_row waiting join "unit" unit on unit.id = waiting.unit_id
  where waiting.import_id = $1 order by waiting.unit_id, waiting.read_at, waiting.line limit $2`;

interface NextRow {
  readonly id: string;
  readonly tag: string;
  readonly read_at: Date;
  readonly hours: number;
  readonly note: string;
}

/**
 * Files of readings, however long: read line by line into a table where they wait, looked at, then let in by a job, batch by
 * batch. What a batch did is kept with it, so that a job that ends in the middle is taken up where it was.
 */
@Injectable()
export class ReadingsImport implements OnModuleInit {
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

  /** Reads a file. Nothing comes in yet. */
  async read(sent: Readable, fileName: string): Promise<Result<ReadingsImportEntity>> {
    await this.forgetOld();
    const id = randomUUID();
    const row = this.blank(id, fileName);
    // Kept first, as one that will not come in: what is left of a server that stopped in the middle is known by it.
    await this.transaction.run((manager) => manager.insert(ReadingsImportEntity, row));
    try {
      const read = await withFile(sent, (path) => this.readFile(path, row));
      if (!read.ok) await this.remove(id);
      return read;
    } catch (error) {
      await this.remove(id);
      throw error;
    }
  }

  private async remove(importId: string): Promise<void> {
    await this.database.manager.delete(ReadingsImportRowEntity, { importId });
  }

  private blank(id: string, fileName: string): ReadingsImportEntity {
    const now = this.clock.now();
    const counts = { rows: 0, units: 0, refused: 0, repeated: 0, done: 0, accepted: 0, suspect: 0, known: 0 };
    const started = { startedBy: currentActor().name, readAt: now, endedAt: now };
    return { id, state: 'cancelled', fileName, notes: '', refusedLines: [], ...counts, ...started };
  }

  private async readFile(path: string, blank: ReadingsImportEntity): Promise<Result<ReadingsImportEntity>> {
    const { manager } = this.database;
    const { id } = blank;
    const zone = await shopZone(manager);
    const unitIds = await unitIdsByKey(manager);
    const refusedLines: RefusedLine[] = [];
    const units = new Set<string>();
    let [refused, rows, read] = [0, 0, 0];
    let gathered: Gathered = empty();
    const refuse = (line: RefusedLine): void => {
      refused += 1;
      if (refusedLines.length < REFUSED_SHOWN) refusedLines.push(line);
    };
    const putBy = async (): Promise<void> => {
      await manager.query(PUT_BY, [
        id,
        gathered.ids,
        gathered.lines,
        gathered.unitIds,
        gathered.readAts,
        gathered.hours,
        gathered.notes,
      ]);
      gathered = empty();
    };
    const take = async ({ line, cells, semicolons }: Row): Promise<void> => {
      read += 1;
      const row = readingRow(cells, semicolons, zone);
      if ('problems' in row) return refuse({ line, tag: row.tag, problems: row.problems });
      const unitId = unitIds.get(nameKey(row.tag));
      if (unitId === undefined) {
        const { detail, remedy } = noSuchUnit(row.tag);
        return refuse({ line, tag: row.tag, problems: [{ field: READING_COLUMNS.tag, problem: detail, remedy }] });
      }
      rows += 1;
      units.add(unitId);
      gathered.ids.push(readingId(unitId, row.readAt, row.hours));
      gathered.lines.push(line);
      gathered.unitIds.push(unitId);
      gathered.readAts.push(row.readAt);
      gathered.hours.push(row.hours);
      gathered.notes.push(row.note);
      if (gathered.ids.length >= AT_ONCE) await putBy();
    };
    const notes = await readRows(path, READING_COLUMNS, ['tag', 'readAt', 'hours'], take);
    if (!notes.ok) return notes;
    if (read === 0 || read > MAX_ROWS) return fail(read === 0 ? noReading : tooMany);
    await putBy();
    const waiting = await manager.countBy(ReadingsImportRowEntity, { importId: id });
    const row: ReadingsImportEntity = {
      ...blank,
      state: 'read',
      notes: notes.value,
      rows: waiting,
      units: units.size,
      refused,
      refusedLines,
      repeated: rows - waiting,
      endedAt: null,
    };
    await this.transaction.run((inside) => inside.save(ReadingsImportEntity, row));
    return ok(row);
  }

  async byId(id: string): Promise<Result<ReadingsImportEntity>> {
    const row = await this.database.manager.findOneBy(ReadingsImportEntity, { id });
    return row === null ? fail(noSuchImport) : ok(row);
  }

  /** Lets what was read come in. Sent twice it comes in once. @param without refused lines: the others come in alone */
  async start(id: string, without: boolean): Promise<Result<ReadingsImportEntity>> {
    return this.transaction.run(async (manager) => {
      const row = await manager.findOne(ReadingsImportEntity, { where: { id }, lock: { mode: 'pessimistic_write' } });
      if (row === null) return fail(noSuchImport);
      if (row.state !== 'read') return ok(row);
      if (row.refused > 0 && !without) return fail(stillRefused(row.refused));
      await manager.update(ReadingsImportEntity, { id }, { state: 'running' });
      await this.jobs.ask(manager, 'readings-import', { importId: id });
      return ok({ ...row, state: 'running' });
    });
  }

  /** What came in stays; the rest does not come any more. */
  async cancel(id: string): Promise<Result<ReadingsImportEntity>> {
    return this.transaction.run(async (manager) => {
      const row = await manager.findOne(ReadingsImportEntity, { where: { id }, lock: { mode: 'pessimistic_write' } });
      if (row === null) return fail(noSuchImport);
      if (row.state === 'done' || row.state === 'cancelled') return ok(row);
      const ended = { state: 'cancelled' as const, endedAt: this.clock.now() };
      await manager.update(ReadingsImportEntity, { id }, ended);
      await manager.delete(ReadingsImportRowEntity, { importId: id });
      return ok({ ...row, ...ended });
    });
  }

  /** One batch after the other, until nothing waits or somebody cancels. */
  private async letIn(id: string): Promise<string> {
    for (;;) {
      const row = await this.transaction
        .run((manager) => this.letSomeIn(manager, id))
        .catch((error: unknown) => {
          if (error instanceof Cancelled) return null;
          throw error;
        });
      if (row === null) return 'It was cancelled.';
      if (row.state === 'done') return `${row.fileName}: ${row.accepted} readings count, ${row.suspect} are suspect.`;
    }
  }

  private async letSomeIn(manager: EntityManager, id: string): Promise<ReadingsImportEntity | null> {
    // One node at a time; the row itself stays free, so that whoever cancels need not wait.
    await manager.query('select pg_advisory_xact_lock(hashtext($1))', [`shim.import.${id}`]);
    const row = await manager.findOneBy(ReadingsImportEntity, { id });
    if (row === null || row.state !== 'running') return row?.state === 'done' ? row : null;
    const next = await manager.query<NextRow[]>(NEXT, [id, BATCH]);
    const results = await this.batch.recordIn(
      manager,
      next.map(({ id: readingsId, tag, read_at: readAt, hours, note }) => ({
        id: readingsId,
        tag,
        readAt: readAt.toISOString(),
        hours,
        note,
        readBy: row.startedBy,
      })),
    );
    await manager.delete(ReadingsImportRowEntity, { importId: id, id: In(next.map((each) => each.id)) });
    const fresh = results.flatMap((each) => ('reading' in each && each.isNew ? [each.reading] : []));
    const suspect = fresh.filter(({ state }) => state === 'suspect').length;
    const ended = next.length < BATCH;
    const changed = {
      done: row.done + next.length,
      accepted: row.accepted + fresh.length - suspect,
      suspect: row.suspect + suspect,
      known: row.known + next.length - fresh.length,
      ...(ended && { state: 'done' as const, endedAt: this.clock.now() }),
    };
    const { affected } = await manager.update(ReadingsImportEntity, { id, state: 'running' }, changed);
    // Cancelled in the meantime: this batch is taken back.
    if (affected === 0) throw new Cancelled();
    return { ...row, ...changed };
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

interface Gathered {
  readonly ids: string[];
  readonly lines: number[];
  readonly unitIds: string[];
  readonly readAts: Date[];
  readonly hours: number[];
  readonly notes: string[];
}
const empty = (): Gathered => ({ ids: [], lines: [], unitIds: [], readAts: [], hours: [], notes: [] });

/** Every unit by its tag as it is compared: a fleet of a hundred thousand is a few megabytes. */
async function unitIdsByKey(manager: EntityManager): Promise<ReadonlyMap<string, string>> {
  const units = await manager.find(UnitEntity, { select: { id: true, tag: true }, order: { tagKey: 'DESC' } });
  return new Map(units.map(({ id, tag }) => [nameKey(tag), id]));
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
