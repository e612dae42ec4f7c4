import type { EngineTemperatureRule, GaugingConditions, Position, Specification } from '../specification/index.ts';
import { mm, toCelsius, type Celsius } from '../units/index.ts';
import type { Circumstances } from '../verdict/index.ts';
import type { Window } from '../specification/index.ts';

/** How a family is gauged, as it is stored and sent. */
export interface ConditionFacts {
  readonly temperature: EngineTemperatureRule['kind'];
  readonly belowC: number | null;
  readonly restHours: number | null;
  readonly fromC: number | null;
  readonly toC: number | null;
  readonly positions: readonly Position[];
}

/** The condition of an engine, as it is stored and sent. */
export interface CircumstanceFacts {
  readonly engine: 'cold' | 'warm';
  readonly temperatureC: number | null;
  /** How long the engine rested, hours; null or left out: not said. */
  readonly restedHours?: number | null;
  readonly position: Position | 'elsewhere';
}

/** The fields of a draft that state the condition of the engine. */
interface StoodFacts extends Omit<CircumstanceFacts, 'restedHours'> {
  readonly work?: { readonly restedHours?: number | null };
}

/** Position at which this valve was gauged, if it differs from that of the check; null or undefined otherwise. */
export interface ValvePositionFacts {
  readonly foundAt?: Position | null;
  readonly leftAt?: Position | null;
}

/** The condition of the engine when one valve was gauged. */
export const circumstancesAt = (
  { engine, temperatureC, position, work }: StoodFacts,
  { foundAt, leftAt }: ValvePositionFacts,
  phase: 'found' | 'left',
): CircumstanceFacts => ({
  engine,
  temperatureC,
  restedHours: work?.restedHours ?? null,
  position: (phase === 'found' ? foundAt : leftAt) ?? position,
});

export interface WindowFacts {
  readonly minMm: number;
  readonly maxMm: number;
  readonly targetMm: number;
  readonly basis: Window['basis'];
  readonly targetOutsideReason?: string;
}

const celsius = (value: number | null): Celsius | null => (value === null ? null : toCelsius(value, '°C'));

export function conditionsFromFacts(facts: ConditionFacts): GaugingConditions {
  return { temperature: temperatureRule(facts), positions: facts.positions };
}

function temperatureRule({ temperature, belowC, restHours, fromC, toC }: ConditionFacts): EngineTemperatureRule {
  switch (temperature) {
    case 'cold':
      return { kind: 'cold', belowC: celsius(belowC), restHours };
    case 'warm':
      return { kind: 'warm', fromC: celsius(fromC), toC: celsius(toC) };
    case 'not-stated':
      return { kind: 'not-stated' };
  }
}

export const circumstancesFromFacts = ({
  engine,
  temperatureC,
  restedHours = null,
  position,
}: CircumstanceFacts): Circumstances => ({
  engine,
  temperatureC: celsius(temperatureC),
  restedHours,
  position,
});

export const windowFromFacts = ({ minMm, maxMm, targetMm, basis, targetOutsideReason }: WindowFacts): Window => ({
  minMm: mm(minMm),
  maxMm: mm(maxMm),
  targetMm: mm(targetMm),
  basis,
  ...(targetOutsideReason !== undefined && { targetOutsideReason }),
});

/** @param windows null where no source is in use */
export const specificationFromFacts = (
  windows: { readonly intake: WindowFacts; readonly exhaust: WindowFacts } | null,
  family: ConditionFacts,
): Specification | null =>
  windows === null
    ? null
    : {
        windows: { intake: windowFromFacts(windows.intake), exhaust: windowFromFacts(windows.exhaust) },
        conditions: conditionsFromFacts(family),
      };
