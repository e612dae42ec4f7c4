import type { GaugingConditions, Position, Specification } from '../specification/index.ts';
import { mm, toCelsius, type Celsius } from '../units/index.ts';
import type { Circumstances } from '../verdict/index.ts';
import type { Window } from '../specification/index.ts';

/** How a family is gauged, as it is stored and sent. */
export interface ConditionFacts {
  readonly temperature: 'cold' | 'warm';
  readonly belowC: number | null;
  readonly fromC: number | null;
  readonly toC: number | null;
  readonly positions: readonly Position[];
}

/** An engine as it stood, as it is stored and sent. */
export interface CircumstanceFacts {
  readonly engine: 'cold' | 'warm';
  readonly temperatureC: number | null;
  readonly position: Position;
}

/** Where one valve was gauged, where that is not where the others were; null or left out: there. */
export interface ValvePositionFacts {
  readonly foundAt?: Position | null;
  readonly leftAt?: Position | null;
}

/** The engine as it stood when one valve was gauged. */
export const circumstancesAt = (
  { engine, temperatureC, position }: CircumstanceFacts,
  { foundAt, leftAt }: ValvePositionFacts,
  phase: 'found' | 'left',
): CircumstanceFacts => ({ engine, temperatureC, position: (phase === 'found' ? foundAt : leftAt) ?? position });

export interface WindowFacts {
  readonly minMm: number;
  readonly maxMm: number;
  readonly targetMm: number;
  readonly basis: Window['basis'];
  readonly targetOutsideReason?: string;
}

const celsius = (value: number | null): Celsius | null => (value === null ? null : toCelsius(value, '°C'));

/** @throws RangeError for a warm family without its two temperatures, which is refused where a family is entered */
export function conditionsFromFacts({ temperature, belowC, fromC, toC, positions }: ConditionFacts): GaugingConditions {
  if (temperature === 'cold') return { temperature: { kind: 'cold', belowC: celsius(belowC) }, positions };
  const [from, to] = [celsius(fromC), celsius(toC)];
  if (from === null || to === null) throw new RangeError('a warm family says from and to how many degrees');
  return { temperature: { kind: 'warm', fromC: from, toC: to }, positions };
}

export const circumstancesFromFacts = ({ engine, temperatureC, position }: CircumstanceFacts): Circumstances => ({
  engine,
  temperatureC: celsius(temperatureC),
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
