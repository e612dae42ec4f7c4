import type { GaugingConditions, Position } from '../specification/index.ts';
import { above, atLeast, below, type Celsius } from '../units/index.ts';

/** The engine as it was when the gaps were gauged. */
export interface Circumstances {
  readonly engine: 'cold' | 'warm';
  /** Head temperature, where somebody measured it. */
  readonly temperatureC: Celsius | null;
  readonly position: Position;
}

/** Why a gap may not be held against a window: the numbers are kept, the verdict is withheld. */
export type Obstacle = 'engine-not-cold' | 'engine-not-warm' | 'position-unconfirmed' | 'position-not-allowed';

/** Everything that stands between a gap and its verdict, in the order in which a person would fix it. */
export function obstacles(conditions: GaugingConditions, at: Circumstances): Obstacle[] {
  const found: Obstacle[] = [];
  const { temperature, positions } = conditions;
  if (
    temperature.kind === 'cold' &&
    (at.engine !== 'cold' ||
      (at.temperatureC !== null && temperature.belowC !== null && atLeast(at.temperatureC, temperature.belowC)))
  ) {
    found.push('engine-not-cold');
  }
  if (
    temperature.kind === 'warm' &&
    (at.engine !== 'warm' ||
      (at.temperatureC !== null &&
        (below(at.temperatureC, temperature.fromC) || above(at.temperatureC, temperature.toC))))
  ) {
    found.push('engine-not-warm');
  }
  if (at.position === 'unconfirmed') found.push('position-unconfirmed');
  else if (!positions.includes(at.position)) found.push('position-not-allowed');
  return found;
}
