import type { CheckDraftDto, FamilyDto, UnitDto } from '../../../shared/api/index.ts';

/** Whether the family leaves open which adjuster its engines have: the check then says which one was seen. */
export const asksForAdjuster = ({ adjusterKind }: FamilyDto, { work }: CheckDraftDto): boolean =>
  adjusterKind === 'not-stated' || (work?.adjuster ?? null) !== null;

/** The unit with the adjuster that was seen on it, where its family does not state one. */
export function withSeenAdjuster(unit: UnitDto, { work }: CheckDraftDto): UnitDto {
  const seen = work?.adjuster ?? null;
  if (seen === null || unit.family.adjusterKind !== 'not-stated') return unit;
  return { ...unit, family: { ...unit.family, adjusterKind: seen } };
}
