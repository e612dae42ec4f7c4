import type { PlannedStop } from '@sturdy-shim/core';
import { valvesText } from '@sturdy-shim/words';
import type { FamilyDto } from '../api/index.ts';

/** `Cylinder 1 at the top of compression: gauge cylinder 1 intake and exhaust`. */
export function stopText(
  stop: PlannedStop,
  { cylinders }: Pick<FamilyDto, 'cylinders'>,
  pastTop: number,
  degreesKnown = true,
): string {
  if (stop.kind === 'open') {
    const kind = stop.open.kind;
    return `${cylinders === 1 ? '' : `Cylinder ${stop.open.cylinder}, `}${kind} fully open: gauge ${valvesText(stop.valves, cylinders)}`;
  }
  const past = pastTop === 0 ? 'at' : degreesKnown ? `${Math.round(pastTop)}° past` : 'a little past';
  const which =
    cylinders === 1 ? `${past} the top of compression` : `cylinder ${stop.cylinder} ${past} the top of compression`;
  const where = stop.oneTurnOn ? `one full turn on from where cylinder ${stop.cylinder} is ${past} the top` : which;
  return `${where.charAt(0).toUpperCase()}${where.slice(1)}: gauge ${valvesText(stop.valves, cylinders)}`;
}
