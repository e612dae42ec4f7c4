import type { ClassConstructor } from 'class-transformer';
import { plainToInstance } from 'class-transformer';
import { validateSync } from 'class-validator';
import { problemOfFields } from '../platform/index.ts';
import type { Cell } from './cells.ts';
import type { CellProblemDto } from './import.dto.ts';

/** Reads the cells of a row and collects their errors by column title. */
export class RowReader {
  readonly problems: CellProblemDto[] = [];
  readonly warnings: string[] = [];

  read<T>(title: string, cell: Cell<T>): T | null {
    if (cell.ok) return cell.value;
    this.wrong(title, cell.problem, cell.remedy);
    return null;
  }

  /** Only the first problem of a column is kept. */
  wrong(title: string, problem: string, remedy: string): void {
    if (!this.problems.some(({ field }) => field === title)) this.problems.push({ field: title, problem, remedy });
  }

  /** Applies the validation of the interface to the record and reports errors at their columns. */
  checkAs(kind: ClassConstructor<object>, record: object, titleOf: (path: string) => string): void {
    const errors = validateSync(plainToInstance(kind, record));
    if (errors.length === 0) return;
    for (const { field, problem, remedy } of problemOfFields(errors).problem.errors)
      this.wrong(titleOf(field), problem, remedy);
  }
}

/**
 * Reports a repeated name (by key) once.
 * @returns false if the name was repeated
 */
export function firstOf(
  seen: Map<string, number>,
  key: string,
  line: number,
  reader: RowReader,
  { title, name }: { readonly title: string; readonly name: string },
): boolean {
  const first = seen.get(key);
  if (first === undefined) seen.set(key, line);
  else
    reader.wrong(
      title,
      `The ${name} stands on line ${first} already; case, dashes and spaces do not tell two apart.`,
      `Leave one of the two out, or give it its own ${name}.`,
    );
  return first === undefined;
}
