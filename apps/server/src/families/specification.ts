import {
  type ShopRules,
  type Specification,
  type ValveLayout,
  type Windows,
  conditionsFromFacts,
  windowsUnder,
} from '@sturdy-shim/core';
import type { SourceEntity, FamilyEntity } from './family.entity.ts';

/** Null when no source is in use. */
export function specificationOf(family: FamilyEntity, rules: ShopRules): Specification | null {
  const source = sourceInUse(family);
  return source === null ? null : { windows: windowsOf(source, rules), conditions: conditionsFromFacts(family) };
}

/** A stored source that cannot be read is our bug: it was validated on entry and when rules changed. */
export function windowsOf(source: SourceEntity, rules: ShopRules): Windows {
  const read = windowsUnder(source, rules);
  if (!read.ok) throw new Error(`source ${source.id} ${read.kind}: ${JSON.stringify(read.refusal)}`);
  return read.windows;
}

/** Its own source in use, or that of its base. */
export const sourceInUse = ({ sources, baseId, base }: FamilyEntity): SourceEntity | null => {
  if (sources === undefined) throw new Error('load a family with its sources');
  const own = sources.find(({ inUse }) => inUse) ?? null;
  if (own !== null || baseId === null) return own;
  if (!base) throw new Error('load a family with the one it stands on');
  return sourceInUse(base);
};

export const layoutOf = ({ cylinders, intakePerCylinder, exhaustPerCylinder }: FamilyEntity): ValveLayout => ({
  cylinders,
  intakePerCylinder,
  exhaustPerCylinder,
});
