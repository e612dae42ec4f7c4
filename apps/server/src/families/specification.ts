import {
  DEFAULT_HOUSE_WINDOW,
  type GaugingConditions,
  type Specification,
  type ValveKind,
  type ValveLayout,
  type Window,
  toCelsius,
  windowOf,
} from '@sturdy-shim/core';
import type { ClaimEntity, FamilyEntity } from './family.entity.ts';

/** Null when no claim is in force. A stored claim that cannot be read is our bug: it was checked when it was entered. */
export function specificationOf(family: FamilyEntity): Specification | null {
  const claim = claimInForce(family);
  if (claim === null) return null;
  const read = (kind: ValveKind): Window => {
    const outcome = windowOf(claim[kind], DEFAULT_HOUSE_WINDOW);
    if ('refusal' in outcome) throw new Error(`claim ${claim.id} ${kind}: ${JSON.stringify(outcome.refusal)}`);
    return outcome.window;
  };
  return { windows: { intake: read('intake'), exhaust: read('exhaust') }, conditions: conditionsOf(family) };
}

export const claimInForce = ({ claims }: FamilyEntity): ClaimEntity | null => {
  if (claims === undefined) throw new Error('load a family with its claims');
  return claims.find(({ inForce }) => inForce) ?? null;
};

export const layoutOf = ({ cylinders, intakePerCylinder, exhaustPerCylinder }: FamilyEntity): ValveLayout => ({
  cylinders,
  intakePerCylinder,
  exhaustPerCylinder,
});

function conditionsOf({ temperature, belowC, fromC, toC, positions }: FamilyEntity): GaugingConditions {
  return {
    temperature:
      temperature === 'cold'
        ? { kind: 'cold', belowC: toCelsius(belowC ?? 0, '°C') }
        : { kind: 'warm', fromC: toCelsius(fromC ?? 0, '°C'), toC: toCelsius(toC ?? 0, '°C') },
    positions,
  };
}
