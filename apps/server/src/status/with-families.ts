import type { EntityManager } from 'typeorm';
import { knownFamilies } from '../families/index.ts';
import type { UnitEntity } from '../units/index.ts';

/** Loads units with their families, each family once. */
export async function withFamilies(manager: EntityManager, units: readonly UnitEntity[]): Promise<UnitEntity[]> {
  const familyOf = await knownFamilies(
    manager,
    units.map(({ familyId }) => familyId),
  );
  return units.map((unit) => Object.assign(unit, { family: familyOf.get(unit.familyId) }));
}
