import type { EntityManager } from 'typeorm';
import type { Refusal } from '../platform/index.ts';
import type { RuleBook } from './rule-book.ts';

/** The check of rules by the families domain, which registers itself by `ShopRulesService.checkedBy`. */
export interface RulesCheck {
  /** Refusal for an unknown family; null if it exists. */
  unknownFamily(manager: EntityManager, familyId: string): Promise<Refusal | null>;
  /** Refusal if a family cannot be read under these rules; null if all can. */
  unreadableUnder(manager: EntityManager, book: RuleBook): Promise<Refusal | null>;
}
