import type { EntityManager } from 'typeorm';
import type { Refusal } from '../platform/index.ts';
import type { RuleBook } from './rule-book.ts';

/** The check of rules by the families domain, which registers itself by `ShopRulesService.checkedBy`. */
export interface RulesCheck {
  /** Why there is no such family; null where there is one. */
  unknownFamily(manager: EntityManager, familyId: string): Promise<Refusal | null>;
  /** Why a family could not be read under these rules; null where all can be. */
  unreadableUnder(manager: EntityManager, book: RuleBook): Promise<Refusal | null>;
}
