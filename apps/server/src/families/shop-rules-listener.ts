import { Injectable } from '@nestjs/common';
import { windowsUnder } from '@sturdy-shim/core';
import { OnDomainEvent } from '../platform/index.ts';
import { ShopRulesProposed } from '../shop-rules/index.ts';
import { FAMILY_RELATIONS, FamilyEntity } from './family.entity.ts';
import { noSuchFamilyForRules, sourcesUnreadable } from './refusals.ts';

/** Says of shop rules whether the families could be read under them. */
@Injectable()
export class ShopRulesListener {
  @OnDomainEvent(ShopRulesProposed)
  async check({ manager, familyId, book, refusals }: ShopRulesProposed): Promise<void> {
    if (familyId !== null && !(await manager.existsBy(FamilyEntity, { id: familyId }))) {
      refusals.push(noSuchFamilyForRules);
      return;
    }
    if (book === null) return;
    const families = await manager.find(FamilyEntity, { relations: FAMILY_RELATIONS, order: { code: 'ASC' } });
    const unreadable = families
      .filter(({ id, sources }) => sources?.some((source) => 'refusal' in windowsUnder(source, book.of(id))))
      .map(({ code }) => code);
    if (unreadable.length > 0) refusals.push(sourcesUnreadable(unreadable));
  }
}
