import { nameKey } from '@sturdy-shim/core';

/** What a pasted column fills in: figures by tag, and lines that no unit of the walk takes. */
export interface Pasted {
  readonly byTag: ReadonlyMap<string, string>;
  readonly left: readonly string[];
}

/**
 * Reads what was pasted into a field of the walk: one figure a line for the units from here on, or a tag and a figure a
 * line, separated by a tab or a semicolon, for the units they name.
 * @param tags of the walk, in its order
 * @param from the tag whose field it was pasted into
 */
export function readPasted(text: string, tags: readonly string[], from: string): Pasted {
  const lines = text
    .split(/\r\n|\r|\n/)
    .map((line) => line.trim())
    .filter((line) => line !== '');
  const pairs = lines.map((line) => line.split(/[\t;]/).map((cell) => cell.trim()));
  const byTag = new Map<string, string>();
  const left: string[] = [];
  if (pairs.every((cells) => cells.length === 2)) {
    const known = new Map(tags.map((tag) => [nameKey(tag), tag]));
    for (const [name = '', figure = ''] of pairs) {
      const tag = known.get(nameKey(name));
      if (tag === undefined) left.push(`${name} ${figure}`);
      else byTag.set(tag, figure);
    }
    return { byTag, left };
  }
  const first = tags.indexOf(from);
  for (const [index, line] of lines.entries()) {
    const tag = tags[first + index];
    if (tag === undefined) left.push(line);
    else byTag.set(tag, line);
  }
  return { byTag, left };
}

/** Whether text is a column and not one figure. */
export const isColumn = (text: string): boolean => /[\r\n]/.test(text.trim()) || /[\t;]/.test(text);
