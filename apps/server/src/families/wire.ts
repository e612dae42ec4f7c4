import { DEFAULT_HOUSE_WINDOW, type Rule, windowOf } from '@sturdy-shim/core';
import type { ClaimDto, FamilyDto, RevisionDto, WindowDto } from './family.dto.ts';
import type { ClaimEntity, FamilyEntity, RevisionEntity } from './family.entity.ts';
import { EMPTY_SHEET } from './sheet.ts';
import { specificationOf } from './specification.ts';

export function familyDto(family: FamilyEntity): FamilyDto {
  const { claims = [], sheet, ...rest } = family;
  return {
    ...rest,
    sheet: { ...EMPTY_SHEET, ...sheet },
    windows: specificationOf(family)?.windows ?? null,
    claims: claims.toSorted((a, b) => Number(b.inForce) - Number(a.inForce)).map(claimDto),
  };
}

const claimDto = (claim: ClaimEntity): ClaimDto => ({
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
  windows: { intake: readWindow(claim.intake), exhaust: readWindow(claim.exhaust) },
});

/** A stored claim that cannot be read is our bug: it was checked when it was entered. */
function readWindow(rule: Rule): WindowDto {
  const outcome = windowOf(rule, DEFAULT_HOUSE_WINDOW);
  if ('refusal' in outcome) throw new Error(`a stored rule: ${JSON.stringify(outcome.refusal)}`);
  return outcome.window;
}

export const revisionDto = ({ revision, claimId, reason, madeBy, madeAt }: RevisionEntity): RevisionDto => ({
  revision,
  claimId,
  reason,
  madeBy,
  madeAt: madeAt.toISOString(),
});
