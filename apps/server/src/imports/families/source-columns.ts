import { undefused } from '../../spreadsheets/index.ts';
import { type Rule, plainText, ruleFromText, ruleSlips, ruleText } from '@sturdy-shim/core';
import { SOURCE_KINDS, type SourceEntity } from '../../families/index.ts';
import { type Cell, dayCell, shortened } from '../cells.ts';
import { type PathColumn, choiceColumn, textColumn, textLinesColumn, valueAt } from '../path-columns.ts';

/** A window as a source writes it; an implausible figure is questioned. */
export function ruleCell(cell: string): Cell<Rule> {
  const rule = ruleFromText(undefused(cell.trim()));
  if (rule === null)
    return {
      ok: false,
      problem: `“${shortened(cell.trim())}” is not a spec with its unit.`,
      remedy: 'Write 0.10 to 0.15 mm, 0.14 mm ± 0.03 mm, 5 thou, or at least 0.10 mm, set to 0.15 mm.',
    };
  const [slip] = ruleSlips(rule);
  if (slip !== undefined) {
    const [likely] = slip.readings;
    const meant =
      likely && ('length' in likely ? likely.length : slip.written.unit === 'mm' ? likely.metric : likely.inch);
    const printed = plainText(slip.written) + (slip.kind === 'pair' ? ` / ${plainText(slip.beside)}` : '');
    return {
      ok: false,
      problem:
        slip.kind === 'pair'
          ? `${plainText(slip.written)} and ${plainText(slip.beside)} are not the same gap.`
          : `${printed} is not a valve gap.`,
      remedy:
        meant === undefined
          ? 'Check the figure and its unit in the source.'
          : `Check the source. If ${plainText(meant)} is meant, write ${plainText(meant)} (printed ${printed}).`,
    };
  }
  return { ok: true, value: rule };
}

const written = (value: unknown): string => (value === undefined || value === null ? '' : ruleText(value as Rule));

/** The source in use. Other sources are edited on the family's sheet; a file does not choose between sources. */
export const SOURCE_COLUMNS: readonly PathColumn[] = [
  choiceColumn('source.kind', 'source', SOURCE_KINDS, null),
  textColumn('source.saidBy', 'says who'),
  {
    ...textColumn('source.saidOn', 'said on'),
    read: (cell) => dayCell(cell, '9999', 'on which it was said'),
  },
  { ...textColumn('source.intake', 'intake'), read: ruleCell, shown: written },
  { ...textColumn('source.exhaust', 'exhaust'), read: ruleCell, shown: written },
  textLinesColumn('source.note', 'where it stands'),
];

/** The fields of a source, stored or sent. */
type Said = Pick<SourceEntity, 'kind' | 'saidBy' | 'saidOn' | 'intake' | 'exhaust' | 'note'>;

export const sourceRow = (source: Said | null): Record<string, string> =>
  Object.fromEntries(
    SOURCE_COLUMNS.map(({ path, shown }) => [path, source === null ? '' : shown(valueAt({ source }, path))]),
  );
