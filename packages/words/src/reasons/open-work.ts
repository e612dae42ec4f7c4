import { type ValveName, valveText } from '../valve.ts';

interface OpenWorkSaid {
  readonly off: readonly string[];
  readonly moved: readonly ValveName[];
  readonly outside: readonly ValveName[];
  readonly curing?: boolean;
}

/** The open work on the engine, in the order of the work: `cowl and rocker cover off, intake moved`. */
export function openText({ off, moved, outside, curing }: OpenWorkSaid, cylinders: number): string {
  const valves = (list: readonly ValveName[], what: string): string[] =>
    list.length === 0 ? [] : [`${listText(list.map((valve) => lowerFirst(valveText(valve, cylinders))))} ${what}`];
  return [
    ...(off.length === 0 ? [] : [`${listText(off.map(lowerFirst))} off`]),
    ...valves(moved, 'moved'),
    ...valves(outside, 'out of spec'),
    ...(curing === true ? ['sealant on, not run since'] : []),
  ].join(', ');
}

const listText = (parts: readonly string[]): string =>
  parts.length < 2 ? parts.join('') : `${parts.slice(0, -1).join(', ')} and ${parts.at(-1) ?? ''}`;
const lowerFirst = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);
