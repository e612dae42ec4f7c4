import {
  type GaugingConditions,
  type ShopRules,
  type Specification,
  type ValveLayout,
  type Windows,
  toCelsius,
  windowsUnder,
} from '@sturdy-shim/core';
import type { ClaimEntity, FamilyEntity } from './family.entity.ts';

/** Null when no claim is in force. */
export function specificationOf(family: FamilyEntity, rules: ShopRules): Specification | null {
  const claim = claimInForce(family);
  return claim === null ? null : { windows: windowsOf(claim, rules), conditions: conditionsOf(family) };
}

/** A stored claim that cannot be read is our bug: it was checked when it was entered, and again when rules changed. */
export function windowsOf(claim: ClaimEntity, rules: ShopRules): Windows {
  const read = windowsUnder(claim, rules);
  if ('refusal' in read) throw new Error(`claim ${claim.id} ${read.kind}: ${JSON.stringify(read.refusal)}`);
  return read.windows;
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
        ? { kind: 'cold', belowC: belowC === null ? null : toCelsius(belowC, '°C') }
        : { kind: 'warm', fromC: toCelsius(fromC ?? 0, '°C'), toC: toCelsius(toC ?? 0, '°C') },
    positions,
  };
}
