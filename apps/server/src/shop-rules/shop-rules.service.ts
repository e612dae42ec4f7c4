import { Injectable } from '@nestjs/common';
import { ownRuleFacts, ownRulesFromFacts, ruleFacts } from '@sturdy-shim/core';
import { isDeepStrictEqual } from 'node:util';
import { DataSource, type EntityManager, IsNull } from 'typeorm';
import {
  Clock,
  type Result,
  type Refusal,
  AuditedTransaction,
  DomainEvents,
  currentActor,
  ok,
  idTaken,
  fail,
  sameContent,
} from '../platform/index.ts';
import type { ChangeRulesDto, PreviewRulesDto, RulesDto } from './shop-rules.dto.ts';
import { ShopRulesEntity } from './shop-rules.entity.ts';
import { type RuleBook, ruleBook, rulesChanging } from './rule-book.ts';
import type { RulesCheck } from './rules-check.ts';
import { ShopRulesChanged } from './shop-rules.events.ts';

/** Rules of the shop and of its families. */
@Injectable()
export class ShopRulesService {
  private check: RulesCheck | null = null;

  constructor(
    private readonly database: DataSource,
    private readonly transaction: AuditedTransaction,
    private readonly events: DomainEvents,
    private readonly clock: Clock,
  ) {}

  async rules(familyId: string | null, manager: EntityManager = this.database.manager): Promise<Result<RulesDto>> {
    const refusal = familyId === null ? null : await this.checks.unknownFamily(manager, familyId);
    if (refusal !== null) return fail(refusal);
    const book = await ruleBook(manager);
    const changes = await manager.find(ShopRulesEntity, {
      where: { familyId: familyId ?? IsNull() },
      order: { number: 'DESC' },
      take: 100,
    });
    return ok({
      number: changes[0]?.number ?? 0,
      own: ownRuleFacts(book.own(familyId)),
      inherited: ruleFacts(book.with(familyId, {}).of(familyId)),
      changes: changes.map(({ number, reason, madeBy, madeAt }) => ({
        number,
        reason,
        madeBy,
        madeAt: madeAt.toISOString(),
      })),
    });
  }

  /** Changes rules with a reason and marks all affected statuses; idempotent. */
  async change({ id, familyId, own, number, reason }: ChangeRulesDto): Promise<Result<RulesDto>> {
    return this.transaction.run(async (manager) => {
      await rulesChanging(manager);
      const before = await manager.findOneBy(ShopRulesEntity, { id });
      const next = await this.proposed(manager, { familyId, own });
      if (!next.ok) return next;
      if (before !== null) {
        const same = sameContent(before, { familyId, reason, rules: next.value.own(familyId) });
        const { number: at, reason: because, madeBy } = before;
        return same
          ? this.rules(familyId, manager)
          : fail(idTaken('change of rules', { number: at, reason: because, madeBy, own: ownRuleFacts(before.rules) }));
      }
      const book = await ruleBook(manager);
      const current = await manager.maximum(ShopRulesEntity, 'number', { familyId: familyId ?? IsNull() });
      if ((current ?? 0) !== number) return fail(staleRules(current ?? 0, number));
      if (isDeepStrictEqual(ownRuleFacts(book.own(familyId)), ownRuleFacts(next.value.own(familyId))))
        return fail(nothingChanged);
      await manager.insert(ShopRulesEntity, {
        id,
        familyId,
        number: number + 1,
        rules: next.value.own(familyId),
        reason,
        madeBy: currentActor().name,
        madeAt: this.clock.now(),
      });
      await this.events.raise(new ShopRulesChanged(manager, familyId));
      return this.rules(familyId, manager);
    });
  }

  /** The rule book with these rules; refused if a family cannot be read under it. Read-only. */
  async proposed(manager: EntityManager, { familyId, own }: PreviewRulesDto): Promise<Result<RuleBook>> {
    const { target } = own;
    if (target?.kind === 'one-for-both' && target.outsideReason !== undefined && target.targetMm === null)
      return fail(reasonWithoutTarget);
    const unknown = familyId === null ? null : await this.checks.unknownFamily(manager, familyId);
    if (unknown !== null) return fail(unknown);
    const book = (await ruleBook(manager)).with(familyId, ownRulesFromFacts(own));
    const unreadable = await this.checks.unreadableUnder(manager, book);
    return unreadable === null ? ok(book) : fail(unreadable);
  }

  /** Called once, when the application is put together. */
  checkedBy(check: RulesCheck): void {
    this.check = check;
  }

  private get checks(): RulesCheck {
    if (this.check === null) throw new Error('no domain checks shop rules');
    return this.check;
  }
}

const reasonWithoutTarget: Refusal = {
  code: 'rule-incomplete',
  status: 422,
  field: 'own.target.targetMm',
  detail: 'There is a reason to set outside the spec, and no target.',
  remedy: 'Give the number to which both valves are set.',
};
const nothingChanged: Refusal = {
  code: 'nothing-changed',
  status: 422,
  field: 'own',
  detail: 'These are the rules that hold now.',
  remedy: 'Change one of them, or leave it as it is.',
};
const staleRules = (current: number, yours: number): Refusal => ({
  code: 'stale-rules',
  status: 409,
  field: 'number',
  detail: 'Somebody else changed these rules while you were editing.',
  remedy: 'Check them again, then decide.',
  facts: { current, yours },
});
