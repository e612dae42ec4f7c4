import { itemAt } from '@sturdy-shim/core';
import type { Seeded } from './seeded.ts';

/** The intended final status of a demo unit, so that every status occurs in the yard. */
export type Fate =
  | 'ok'
  | 'due-soon'
  | 'past-hours'
  | 'left-outside'
  | 'undecided'
  | 'problem'
  | 'unread'
  | 'stale'
  | 'never-checked'
  | 'first-check'
  | 'stored'
  | 'stored-outside'
  | 'retired'
  | 'suspect'
  | 'on-bench';

/** Percentages, in order; the rest are ok. */
const SHARES: readonly (readonly [Fate, number])[] = [
  ['left-outside', 4],
  ['past-hours', 7],
  ['problem', 2],
  ['undecided', 4],
  ['due-soon', 10],
  ['stale', 3],
  ['unread', 1],
  ['never-checked', 2],
  ['first-check', 3],
  ['stored', 4],
  ['stored-outside', 1],
  ['retired', 2],
  ['suspect', 3],
  ['on-bench', 1],
];

/** One fate for each unit: fixed shares, shuffled with a seed, the same on every machine. */
export function dealFates(count: number, chance: Seeded): Fate[] {
  const dealt: Fate[] = SHARES.flatMap(([fate, share]) =>
    Array<Fate>(Math.max(1, Math.round((share * count) / 100))).fill(fate),
  );
  while (dealt.length < count) dealt.push('ok');
  for (let last = dealt.length - 1; last > 0; last -= 1) {
    const other = Math.floor(chance.next() * (last + 1));
    [dealt[last], dealt[other]] = [itemAt(dealt, other), itemAt(dealt, last)];
  }
  return dealt.slice(0, count);
}
