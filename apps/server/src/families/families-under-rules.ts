import { Injectable } from '@nestjs/common';
import { windowsUnder } from '@sturdy-shim/core';
import type { EntityManager } from 'typeorm';
import type { Refusal } from '../platform/index.ts';
import { type RuleBook, type RulesCheck, ShopRulesService } from '../shop-rules/index.ts';
import { FAMILY_RELATIONS, FamilyEntity } from './family.entity.ts';
import { noSuchFamilyForRules, sourcesUnreadable } from './refusals.ts';

/** Checks that all families can be read under given shop rules. */
@Injectable()
export class FamiliesUnderRules implements RulesCheck {
  constructor(rules: ShopRulesService) {
    rules.checkedBy(this);
  }

  async unknownFamily(manager: EntityManager, familyId: string): Promise<Refusal | null> {
    return (await manager.existsBy(FamilyEntity, { id: familyId })) ? null : noSuchFamilyForRules;
  }

  async unreadableUnder(manager: EntityManager, book: RuleBook): Promise<Refusal | null> {
    const families = await manager.find(FamilyEntity, { relations: FAMILY_RELATIONS, order: { code: 'ASC' } });
    const unreadable = families
      .filter(({ id, sources }) => sources?.some((source) => !windowsUnder(source, book.of(id)).ok))
      .map(({ code }) => code);
    return unreadable.length > 0 ? sourcesUnreadable(unreadable) : null;
  }
}
