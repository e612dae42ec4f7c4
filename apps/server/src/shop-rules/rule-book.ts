import { type ShopRules, shopRules } from '@sturdy-shim/core';
import type { EntityManager } from 'typeorm';
import { prepared } from '../platform/index.ts';

type Own = Partial<ShopRules>;

/** The current rules of the shop and of all families with their own rules. */
export class RuleBook {
  private readonly known = new Map<string | null, ShopRules>();

  constructor(
    readonly shop: Own,
    private readonly families: ReadonlyMap<string, Own>,
  ) {}

  /** The own rules of one family, or of the shop (null). */
  own(familyId: string | null): Own {
    return familyId === null ? this.shop : (this.families.get(familyId) ?? {});
  }

  /** The rules in effect for a family; null: for a family without its own rules. */
  of(familyId: string | null): ShopRules {
    const known = this.known.get(familyId);
    if (known !== undefined) return known;
    const rules = shopRules(...(familyId === null ? [] : [this.own(familyId)]), this.shop);
    this.known.set(familyId, rules);
    return rules;
  }

  /** The rule book with changed rules of the family or the shop. */
  with(familyId: string | null, own: Own): RuleBook {
    return familyId === null
      ? new RuleBook(own, this.families)
      : new RuleBook(this.shop, new Map([...this.families, [familyId, own]]));
  }
}

const LATEST = {
  name: 'rule-book',
  text: `select distinct on (family_id) family_id as "familyId", rules from shop_rules
    order by family_id, number desc`,
};
const HOLD = { name: 'rules-held', text: `select pg_advisory_xact_lock_shared(hashtext('shim.shop-rules'))` };

/** Reads the rule book in this transaction. It is short: one row per family with its own rules. */
export async function ruleBook(manager: EntityManager): Promise<RuleBook> {
  const latest = await prepared<{ familyId: string | null; rules: Own }>(manager, LATEST);
  return new RuleBook(
    latest.find(({ familyId }) => familyId === null)?.rules ?? {},
    new Map(latest.flatMap(({ familyId, rules }) => (familyId === null ? [] : [[familyId, rules] as const]))),
  );
}

/**
 * The same, with a shared lock on the rules until the transaction ends, so that an evaluation still holds when it is
 * stored. Taken before a status is written, never after.
 */
export async function rulesHeld(manager: EntityManager): Promise<RuleBook> {
  await prepared(manager, HOLD);
  return ruleBook(manager);
}

/** Takes the exclusive lock on the rules, until the transaction ends. */
export const rulesChanging = (manager: EntityManager): Promise<unknown> =>
  manager.query("select pg_advisory_xact_lock(hashtext('shim.shop-rules'))");
