import {
  USUAL_COLD_C,
  USUAL_REST_HOURS,
  type EngineTemperatureRule,
  type GaugingConditions,
  type Position,
} from '../specification/index.ts';
import { above, below, type Celsius } from '../units/index.ts';

/** The engine as it was when the gaps were gauged. */
export interface Circumstances {
  readonly engine: 'cold' | 'warm';
  /** Head temperature, where measured. */
  readonly temperatureC: Celsius | null;
  /** How long it rested, hours, as it was said when it was gauged; null where it was not. */
  readonly restedHours: number | null;
  /** `elsewhere`: the gap comes from a record kept elsewhere, which is taken as gauged at a position of the manual. */
  readonly position: Position | 'elsewhere';
}

/** Why a gap is not comparable with a window: the numbers are kept, the verdict is withheld. */
export type Obstacle =
  'engine-not-cold' | 'engine-not-warm' | 'temperature-not-stated' | 'position-unconfirmed' | 'position-not-allowed';

/** All reasons that prevent a verdict, in the order in which a person would resolve them. */
export function obstacles(conditions: GaugingConditions, at: Circumstances): Obstacle[] {
  const found: Obstacle[] = [];
  const { temperature, positions } = conditions;
  if (temperature.kind === 'cold' && !isCold(temperature, at)) found.push('engine-not-cold');
  if (temperature.kind === 'warm' && !isWarm(temperature, at)) found.push('engine-not-warm');
  if (temperature.kind === 'not-stated' && !isCold(USUAL_COLD, at)) found.push('temperature-not-stated');
  if (at.position === 'unconfirmed') found.push('position-unconfirmed');
  else if (at.position !== 'elsewhere' && positions.length > 0 && !positions.includes(at.position))
    found.push('position-not-allowed');
  return found;
}

type Cold = Extract<EngineTemperatureRule, { kind: 'cold' }>;
type Warm = Extract<EngineTemperatureRule, { kind: 'warm' }>;

/** Gaps are gauged cold where no source says otherwise (common practice, no source). */
const USUAL_COLD: Cold = { kind: 'cold', belowC: null, restHours: null };

function isCold(rule: Cold, at: Circumstances): boolean {
  const { engine, temperatureC } = at;
  if (engine !== 'cold') return false;
  if (temperatureC !== null && rule.belowC !== null) return below(temperatureC, rule.belowC);
  return restMissing(rule, at) === 0;
}

/** Remaining rest of a cold engine, hours; 0 without a stated rest, or with a head measured cold. */
export function restMissing(
  { belowC, restHours }: Cold,
  { temperatureC, restedHours }: Pick<Circumstances, 'temperatureC' | 'restedHours'>,
): number {
  if (restedHours === null || (temperatureC !== null && below(temperatureC, belowC ?? USUAL_COLD_C))) return 0;
  return Math.max(0, (restHours ?? USUAL_REST_HOURS) - restedHours);
}

function isWarm({ fromC, toC }: Warm, { engine, temperatureC }: Circumstances): boolean {
  if (engine !== 'warm') return false;
  if (temperatureC === null) return true;
  return !(fromC !== null && below(temperatureC, fromC)) && !(toC !== null && above(temperatureC, toC));
}
