import { type OpenWork, type Valve, type WorkFacts, stillOff } from '@sturdy-shim/core';

/** As long as a follow-up may be. */
const MAX = 200;
const shortened = (text: string): string => (text.length > MAX ? `${text.slice(0, MAX - 1)}…` : text);

/** What is to be done with parts that are still off. */
export const putBack = (parts: readonly string[]): string => shortened(`Put back: ${parts.join(', ')}`);

/** Descriptions of the follow-ups that a signed check creates by itself; each keeps the unit in until it is closed. */
export function leftOpenBy(work: WorkFacts): readonly string[] {
  const off = stillOff(work);
  const closeUp = work.skipped?.find(({ step }) => step === 'close');
  return [
    ...(off.length > 0 ? [putBack(off)] : []),
    ...(closeUp === undefined ? [] : [shortened(`Close up the engine (skipped: ${closeUp.reason})`)]),
  ];
}

const valveName = ({ cylinder, kind, ordinal }: Valve): string =>
  `cylinder ${cylinder} ${kind}${ordinal > 1 ? ` ${ordinal}` : ''}`;

/** What is left of a check that was dropped with its engine open; null where it was closed up as it was. */
export function leftOpenByDrop(open: OpenWork, closedUp: boolean): string | null {
  const parts = closedUp ? [] : [...open.off.map((name) => `put back ${name}`)];
  // The gap of a valve is unknown after its adjuster was moved, also when the engine was closed up.
  const valves = open.moved.map((valve) => `gauge ${valveName(valve)} again, its adjuster was moved`);
  const outside = open.outside.map((valve) => `${valveName(valve)} was found out of spec`);
  const todo = [...parts, ...valves, ...outside];
  if (todo.length === 0) return closedUp ? null : 'A check was dropped with the engine open';
  return shortened(`A check was dropped: ${todo.join('; ')}`);
}
