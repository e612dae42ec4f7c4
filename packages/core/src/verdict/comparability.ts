import type { GaugingConditions, Position } from '../specification/index.ts';
import type { Celsius } from '../units/index.ts';

/** The engine as it was when the gaps were gauged. */
export interface Circumstances {
  readonly engine: 'cold' | 'warm';
  /** Head temperature, where somebody measured it. */
  readonly temperatureC: Celsius | null;
  readonly position: Position;
}

/** Why a gap may not be held against a window: the numbers are kept, the verdict is withheld. */
export type Obstacle =
  'no-specification' | 'engine-not-cold' | 'engine-not-warm' | 'position-unconfirmed' | 'position-not-allowed';

/**
 * Everything that stands between a gap and its verdict, in the order in which a person would mend it.
 * @param conditions null when the family has no specification in force
 */
export function obstacles(conditions: GaugingConditions | null, at: Circumstances): Obstacle[] {
  if (conditions === null) return ['no-specification'];
  const found: Obstacle[] = [];
  const { temperature, positions } = conditions;
  if (
    temperature.kind === 'cold' &&
    (at.engine !== 'cold' || (at.temperatureC !== null && at.temperatureC >= temperature.belowC))
  ) {
    found.push('engine-not-cold');
  }
  if (
    temperature.kind === 'warm' &&
    (at.engine !== 'warm' ||
      (at.temperatureC !== null && (at.temperatureC < temperature.fromC || at.temperatureC > temperature.toC)))
  ) {
    found.push('engine-not-warm');
  }
  if (at.position === 'unconfirmed') found.push('position-unconfirmed');
  else if (!positions.includes(at.position)) found.push('position-not-allowed');
  return found;
}
