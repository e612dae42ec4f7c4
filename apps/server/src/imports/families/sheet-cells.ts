import { CoverScrewsDto, SheetItemDto } from '../../families/index.ts';
import type { TimingFacts } from '@sturdy-shim/core';
import { type Cell, linesCell, shortened, wrong } from '../cells.ts';

/** Reads each line of a cell; returns the first error. */
export function eachLine<T>(cell: string, read: (line: string) => Cell<T>): Cell<T[]> {
  const lines = linesCell(cell);
  if (!lines.ok) return lines;
  const cells = lines.value.map(read);
  const refused = cells.find((each) => !each.ok);
  return refused ?? { ok: true, value: cells.flatMap((each) => (each.ok ? [each.value] : [])) };
}

/** A tool or a part as one line: `2 × Cover screw | M6 × 16 | CS-16 | short, at the corners`. Only the name is needed. */
export function itemOf(line: string): Cell<SheetItemDto> {
  const [head = '', size = '', number = '', place = '', ...more] = line.split('|').map((part) => part.trim());
  const [, counted, named] = /^(\d{1,3}) ?(?:×|x(?= ))(.*)$/.exec(head) ?? [];
  const name = named?.trim() ?? head;
  if (name === '' || more.length > 0)
    return wrong(
      `“${shortened(line)}” is not a tool or a part.`,
      'Write: 2 × name | size | part number | where it goes. Only the name is needed.',
    );
  return { ok: true, value: { name, size, count: counted === undefined ? 1 : Number(counted), number, place } };
}

export function itemText({ name, size, count, number, place }: SheetItemDto): string {
  const parts = [count === 1 ? name : `${count} × ${name}`, size, number, place];
  while (parts.at(-1) === '') parts.pop();
  return parts.join(' | ');
}

const REMEDY = 'Write how many, then which are long and in which order: 6; long 2 5; order 1 4 2 5 3 6.';

/** The screws of a cover: `6; long 2 5; order 1 4 2 5 3 6`. Without an order they are tightened crosswise. */
export function coverScrewsCell(cell: string): Cell<CoverScrewsDto | null> {
  if (cell.trim() === '') return { ok: true, value: null };
  const [count = '', ...parts] = cell.split(';').map((part) => part.trim().toLowerCase());
  const found: CoverScrewsDto = { count: Number(count), long: [], order: [] };
  const read = parts.every((part) => {
    const [, word, places = ''] = /^(long|order)((?:[\s,]+\d{1,2})*)$/.exec(part) ?? [];
    if (word !== 'long' && word !== 'order') return false;
    found[word] = (places.match(/\d+/g) ?? []).map(Number);
    return true;
  });
  return read && /^\d{1,2}$/.test(count)
    ? { ok: true, value: found }
    : wrong(`“${shortened(cell)}” does not say how the cover is screwed down.`, REMEDY);
}

export const coverScrewsText = (screws: CoverScrewsDto | null): string =>
  screws === null
    ? ''
    : [
        String(screws.count),
        screws.long.length > 0 && `long ${screws.long.join(' ')}`,
        screws.order.length > 0 && `order ${screws.order.join(' ')}`,
      ]
        .filter(Boolean)
        .join('; ');

/** When valves open and shut: `intake 15 50; exhaust 50 15; release exhaust -95 -12`, before and after top and bottom. */
export function timingCell(cell: string): Cell<TimingFacts | null> {
  if (cell.trim() === '') return { ok: true, value: null };
  const parts = cell.split(';').map((part) => part.trim().toLowerCase());
  const [intake, exhaust, release] = ['intake', 'exhaust', 'release (?:intake|exhaust)'].map((name) =>
    parts
      .map((part) => new RegExp(`^${name} (-?\\d+(?:\\.\\d+)?) (-?\\d+(?:\\.\\d+)?)$`).exec(part))
      .find((found) => found !== null),
  );
  if (!intake || !exhaust || parts.length !== (release ? 3 : 2))
    return wrong(
      `“${shortened(cell)}” is no valve timing.`,
      'Write degrees before and after: intake 15 50; exhaust 50 15; release exhaust -95 -12.',
    );
  const [opensI, closesI, opensE, closesE] = [intake[1], intake[2], exhaust[1], exhaust[2]].map(Number);
  return {
    ok: true,
    value: {
      intakeOpensBeforeTop: opensI ?? 0,
      intakeClosesAfterBottom: closesI ?? 0,
      exhaustOpensBeforeBottom: opensE ?? 0,
      exhaustClosesAfterTop: closesE ?? 0,
      release: release
        ? {
            valve: release[0].includes('intake') ? 'intake' : 'exhaust',
            from: Number(release[1]),
            to: Number(release[2]),
          }
        : null,
    },
  };
}

export const timingText = (timing: TimingFacts | null): string =>
  timing === null
    ? ''
    : [
        `intake ${timing.intakeOpensBeforeTop} ${timing.intakeClosesAfterBottom}`,
        `exhaust ${timing.exhaustOpensBeforeBottom} ${timing.exhaustClosesAfterTop}`,
        timing.release && `release ${timing.release.valve} ${timing.release.from} ${timing.release.to}`,
      ]
        .filter(Boolean)
        .join('; ');
