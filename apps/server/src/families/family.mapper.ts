import { type ShopRules, ruleFacts } from '@sturdy-shim/core';
import type { SourceDto, FamilyDto, RevisionDto } from './family.dto.ts';
import type { SourceEntity, FamilyEntity, RevisionEntity } from './family.entity.ts';
import { EMPTY_SHEET } from './sheet.ts';
import { specificationOf, windowsOf } from './specification.ts';

export function familyDto(family: FamilyEntity, rules: ShopRules): FamilyDto {
  const { sources = [], sheet, base, ...rest } = family;
  return {
    ...rest,
    baseCode: base?.code ?? null,
    sheet: { ...EMPTY_SHEET, ...sheet },
    windows: specificationOf(family, rules)?.windows ?? null,
    rules: ruleFacts(rules),
    sources: sources.toSorted((a, b) => Number(b.inUse) - Number(a.inUse)).map((source) => sourceDto(source, rules)),
  };
}

const sourceDto = (source: SourceEntity, rules: ShopRules): SourceDto => ({
  id: source.id,
  kind: source.kind,
  saidBy: source.saidBy,
  saidOn: source.saidOn,
  intake: source.intake,
  exhaust: source.exhaust,
  note: source.note,
  inUse: source.inUse,
  enteredBy: source.enteredBy,
  enteredAt: source.enteredAt.toISOString(),
  windows: windowsOf(source, rules),
});

export const revisionDto = ({ revision, sourceId, reason, madeBy, madeAt }: RevisionEntity): RevisionDto => ({
  revision,
  sourceId,
  reason,
  madeBy,
  madeAt: madeAt.toISOString(),
});
