import { Injectable } from '@nestjs/common';
import { ownRuleFacts, ownRulesFromFacts, ruleFacts } from '@sturdy-shim/core';
import { isDeepStrictEqual } from 'node:util';
import { DataSource, type EntityManager, IsNull } from 'typeorm';
import {
  Clock,
  type Result,
  type Refusal,
  AuditedTransaction,
  currentActor,
  ok,
  idTaken,
  fail,
  sameContent,
} from '../platform/index.ts';
import type { ChangeRulesDto, PreviewRulesDto, RulesDto } from './shop-rules.dto.ts';
import { ShopRulesEntity } from './shop-rules.entity.ts';
import { type RuleBook, ruleBook, rulesChanging } from './rule-book.ts';
import { type StatusChange, RulesImpact } from './rules-impact.ts';

/** What the shop, and each family, decides for itself. */
@Injectable()
export class ShopRulesService {
  constructor(
    private readonly database: DataSource,
    private readonly transaction: AuditedTransaction,
    private readonly impact: RulesImpact,
    private readonly clock: Clock,
  ) {}

  async rules(familyId: string | null, manager: EntityManager = this.database.manager): Promise<Result<RulesDto>> {
    if (familyId !== null && !(await this.impact.familyExists(manager, familyId))) return fail(noSuchFamily);
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

  /** Whose status would change under these rules. Changes nothing. */
  async preview({ familyId, own }: PreviewRulesDto): Promise<Result<StatusChange[]>> {
    const { manager } = this.database;
    const next = await this.nextBook(manager, { familyId, own });
    return next.ok ? ok(await this.impact.preview(familyId, next.value)) : next;
  }

  /** Other rules from now on, with a reason; every status that they reach follows. Sent twice it counts once. */
  async change({ id, familyId, own, number, reason }: ChangeRulesDto): Promise<Result<RulesDto>> {
    return this.transaction.run(async (manager) => {
      await rulesChanging(manager);
      const before = await manager.findOneBy(ShopRulesEntity, { id });
      const next = await this.nextBook(manager, { familyId, own });
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
      await this.impact.markStale(manager, familyId);
      return this.rules(familyId, manager);
    });
  }

  private async nextBook(manager: EntityManager, { familyId, own }: PreviewRulesDto): Promise<Result<RuleBook>> {
    if (familyId !== null && !(await this.impact.familyExists(manager, familyId))) return fail(noSuchFamily);
    const { target } = own;
    if (target?.kind === 'one-for-both' && target.outsideReason !== undefined && target.targetMm === null)
      return fail(reasonWithoutTarget);
    const book = (await ruleBook(manager)).with(familyId, ownRulesFromFacts(own));
    const unreadable = await this.impact.unreadable(manager, book);
    return unreadable.length > 0 ? fail(notReadable(unreadable)) : ok(book);
  }
}

const noSuchFamily: Refusal = {
  code: 'no-such-family',
  status: 404,
  field: 'familyId',
  detail: 'There is no such family.',
  remedy: 'Load the list of families again.',
};
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
const notReadable = (codes: readonly string[]): Refusal => ({
  code: 'sources-unreadable',
  status: 422,
  field: 'own',
  detail: `Under these rules a source could no longer be read as a spec: ${codes.slice(0, 5).join(', ')}.`,
  remedy: 'Check the shop tolerance and the widest gap. A family that differs can have its own rules.',
  facts: { families: [...codes] },
});
