import { type PlannedStop, valveKey } from '@sturdy-shim/core';
import type { FamilyDto } from '../api/index.ts';

const named = (valves: PlannedStop['valves']): string => valves.map(valveKey).join(' ');

/** `Cylinder 1 at the top of compression: gauge 1I 1E`. */
export function stopText(
  stop: PlannedStop,
  { cylinders }: Pick<FamilyDto, 'cylinders'>,
  pastTop: number,
  degreesKnown = true,
): string {
  if (stop.kind === 'open') {
    const kind = stop.open.kind;
    return `${cylinders === 1 ? '' : `Cylinder ${stop.open.cylinder}, `}${kind} fully open: gauge ${named(stop.valves)}`;
  }
  const past = pastTop === 0 ? 'at' : degreesKnown ? `${Math.round(pastTop)}° past` : 'a little past';
  const which =
    cylinders === 1 ? `${past} the top of compression` : `cylinder ${stop.cylinder} ${past} the top of compression`;
  const where = stop.oneTurnOn ? `one full turn on from where cylinder ${stop.cylinder} is ${past} the top` : which;
  return `${where.charAt(0).toUpperCase()}${where.slice(1)}: gauge ${named(stop.valves)}`;
}
