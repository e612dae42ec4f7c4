import { createHash } from 'node:crypto';
import { nameKey } from '@sturdy-shim/core';
import type { EntityManager } from 'typeorm';
import { type Result, ProblemException, type AuditedTransaction, ok, problemOf, fail } from '../platform/index.ts';
import type { FORMATS, ImportPlanDto, PlannedLineDto } from './import.dto.ts';
import type { ImportProgress } from './import-progress.ts';
import { readTable } from './read-table.ts';
import { MAX_ROWS, type Misfit, type Row } from './table.ts';

export type FileFormat = (typeof FORMATS)[number];

/** A line of a file: its planned action, and the wanted record if it is valid. */
export interface Planned<Wanted> {
  readonly shown: PlannedLineDto;
  readonly wanted: Wanted | null;
}

/**
 * Import of a file: a plan, then its execution, all or nothing. Each kind of record defines how rows are read and
 * entered.
 */
export abstract class FileImport<Wanted> {
  /** Titles of the columns by column name. */
  abstract readonly columns: Readonly<Record<string, string>>;
  /** Words for one record and for several. */
  abstract readonly words: { readonly one: string; readonly many: string };

  protected abstract readonly transaction: AuditedTransaction;
  protected abstract readonly progress: ImportProgress;

  protected abstract plan(rows: readonly Row[]): Promise<Planned<Wanted>[]>;
  /** Prepares a transaction; the returned function creates or changes one record. */
  protected abstract carrying(
    manager: EntityManager,
    planned: readonly Planned<Wanted>[],
  ): Promise<(wanted: Wanted) => Promise<Result<unknown>>>;

  /** Sites that do not exist yet. */
  protected newSites(_planned: readonly Planned<Wanted>[]): Promise<string[]> {
    return Promise.resolve([]);
  }
  protected notes(_rows: readonly Row[], _format: FileFormat): string[] {
    return [];
  }

  /** The plan of a file. Read-only. */
  async preview(bytes: Uint8Array, format: FileFormat): Promise<Result<ImportPlanDto>> {
    const planned = await this.planned(bytes, format);
    return planned.ok ? ok(planned.value.shown) : planned;
  }

  /** Executes a plan, all or nothing. A stale plan or one with a refused line is refused. */
  async carryOut(bytes: Uint8Array, format: FileFormat, plan: string): Promise<Result<ImportPlanDto>> {
    const looked = await this.planned(bytes, format);
    if (!looked.ok) return looked;
    const { planned, shown } = looked.value;
    if (shown.refuse > 0)
      return fail({
        code: 'import-refused',
        status: 422,
        detail: `${shown.refuse} of ${shown.lines.length} lines are refused, so nothing was imported.`,
        remedy: 'Correct the lines in the file, then preview it again.',
      });
    if (shown.plan !== plan) {
      // Repeated after a lost answer: all records already match the file.
      if (shown.add === 0 && shown.change === 0) return ok(shown);
      return fail({
        code: 'stale-plan',
        status: 409,
        detail: 'The stored data has changed since this file was previewed.',
        remedy: 'Preview it again, then import.',
      });
    }
    const moving = planned
      .filter(({ shown: { action } }) => action === 'add' || action === 'change')
      // Locked in a fixed order, so that two imports cannot deadlock.
      .toSorted((a, b) => (nameKey(a.shown.tag) < nameKey(b.shown.tag) ? -1 : 1));
    try {
      return await this.carry(plan, planned, moving, shown);
    } catch (error) {
      // The same file sent twice concurrently: the other request executed it, and both get the same answer.
      if (!(error instanceof ProblemException) || error.problem.status !== 409) throw error;
      const again = await this.planned(bytes, format);
      if (!again.ok || again.value.shown.add + again.value.shown.change + again.value.shown.refuse > 0) throw error;
      return ok(shown);
    }
  }

  private carry(
    plan: string,
    planned: readonly Planned<Wanted>[],
    moving: readonly Planned<Wanted>[],
    shown: ImportPlanDto,
  ): Promise<Result<ImportPlanDto>> {
    return this.progress.during(plan, moving.length, (advance) =>
      this.transaction.run(async (manager) => {
        const carry = await this.carrying(manager, planned);
        for (const [index, { wanted, shown: line }] of moving.entries()) {
          if (wanted === null) throw new Error('a line that is carried out wants something');
          const outcome = await carry(wanted);
          // A refusal at this point means a concurrent change: thrown, so that the transaction is rolled back.
          if (!outcome.ok) throw new ProblemException(problemOf({ ...outcome.refusal, field: `line ${line.line}` }));
          advance(index + 1);
        }
        return ok(shown);
      }),
    );
  }

  private async planned(
    bytes: Uint8Array,
    format: FileFormat,
  ): Promise<Result<{ planned: Planned<Wanted>[]; shown: ImportPlanDto }>> {
    const table = await readTable(bytes, format, this.columns);
    const { one, many } = this.words;
    if (!table.ok)
      return fail({ code: 'file-unreadable', status: 422, detail: table.unreadable, remedy: table.remedy });
    const total = table.rows.length + table.misfits.length;
    if (total === 0)
      return fail({
        code: 'file-empty',
        status: 422,
        detail: `There is no ${one} in this file.`,
        remedy: 'Write one a line, below the titles.',
      });
    if (total > MAX_ROWS)
      return fail({
        code: 'file-too-long',
        status: 422,
        detail: `The file holds more than ${MAX_ROWS} ${many}.`,
        remedy: 'Part it into several.',
      });
    const planned = [...(await this.plan(table.rows)), ...table.misfits.map(refusedMisfit)].toSorted(
      (a, b) => a.shown.line - b.shown.line,
    );
    const lines = planned.map(({ shown }) => shown);
    const count = (action: string): number => lines.filter((line) => line.action === action).length;
    return ok({
      planned,
      shown: {
        // Hash of the plan; it changes with the file or a stored record.
        plan: createHash('sha256').update(JSON.stringify(lines)).digest('hex'),
        notes: [...table.notes, ...this.notes(table.rows, format)],
        add: count('add'),
        change: count('change'),
        same: count('same'),
        refuse: count('refuse'),
        newSites: await this.newSites(planned),
        lines,
      },
    });
  }
}

/** The field name for a problem of a whole line. */
export const WHOLE_LINE = 'line';

const refusedMisfit = ({ line, misfit }: Misfit): Planned<never> => ({
  shown: {
    line,
    tag: '',
    action: 'refuse',
    changes: [],
    problems: [{ field: WHOLE_LINE, ...misfit }],
    warnings: [],
  },
  wanted: null,
});
