import type { ShopRules } from '@sturdy-shim/core';
import { rulesDto } from '../shop-rules/index.ts';
import type { ClaimDto, FamilyDto, RevisionDto } from './family.dto.ts';
import type { ClaimEntity, FamilyEntity, RevisionEntity } from './family.entity.ts';
import { EMPTY_SHEET } from './sheet.ts';
import { specificationOf, windowsOf } from './specification.ts';

export function familyDto(family: FamilyEntity, rules: ShopRules): FamilyDto {
  const { claims = [], sheet, ...rest } = family;
  return {
    ...rest,
    sheet: { ...EMPTY_SHEET, ...sheet },
    windows: specificationOf(family, rules)?.windows ?? null,
    rules: rulesDto(rules),
    claims: claims.toSorted((a, b) => Number(b.inForce) - Number(a.inForce)).map((claim) => claimDto(claim, rules)),
  };
}

const claimDto = (claim: ClaimEntity, rules: ShopRules): ClaimDto => ({
  id: claim.id,
  source: claim.source,
  claimedBy: claim.claimedBy,
  claimedOn: claim.claimedOn,
  intake: claim.intake,
  exhaust: claim.exhaust,
  note: claim.note,
  inForce: claim.inForce,
  enteredBy: claim.enteredBy,
  enteredAt: claim.enteredAt.toISOString(),
  windows: windowsOf(claim, rules),
});

export const revisionDto = ({ revision, claimId, reason, madeBy, madeAt }: RevisionEntity): RevisionDto => ({
  revision,
  claimId,
  reason,
  madeBy,
  madeAt: madeAt.toISOString(),
});
