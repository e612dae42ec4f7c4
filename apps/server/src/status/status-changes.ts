import { dueRulesUnder } from '@sturdy-shim/core';
import { isDeepStrictEqual } from 'node:util';
import type { EntityManager } from 'typeorm';
import type { RuleBook } from '../shop-rules/index.ts';
import { FAMILY_RELATIONS } from '../families/index.ts';
import { UnitEntity } from '../units/index.ts';
import type { StatusChangeDto } from './status-change.dto.ts';
import { factsOf, outcomesUnder, statusUnder } from './evidence.ts';
import { latestFindings } from './last-findings.ts';

const AT_A_TIME = 500;

/** Units, of one family and its variants or of all, whose status would change if something were changed. Changes nothing. */
export async function statusChanges(
  manager: EntityManager,
  familyId: string | null,
  now: Date,
  before: RuleBook,
  after: RuleBook,
  changed: (unit: UnitEntity) => UnitEntity = (unit) => unit,
): Promise<StatusChangeDto[]> {
  const units = await manager.find(UnitEntity, {
    where: familyId === null ? {} : [{ familyId }, { family: { baseId: familyId } }],
    relations: { family: FAMILY_RELATIONS },
    order: { tagKey: 'ASC' },
  });
  const found: StatusChangeDto[] = [];
  for (let from = 0; from < units.length; from += AT_A_TIME) {
    const some = units.slice(from, from + AT_A_TIME);
    const ids = some.map(({ id }) => id);
    const findings = await latestFindings(manager, ids, now);
    const moved = some.flatMap((unit) => {
      const [was, would] = [before.of(unit.familyId), after.of(unit.familyId)];
      const next = changed(unit);
      const own = findings.get(unit.id);
      // Where every valve is what it was and the shop is told as early, nothing else can have moved: most units of a yard.
      const same =
        isDeepStrictEqual(dueRulesUnder(was), dueRulesUnder(would)) &&
        isDeepStrictEqual(outcomesUnder(own, unit, was), outcomesUnder(own, next, would));
      return same ? [] : [{ unit, next, was, would }];
    });
    const facts = await factsOf(
      manager,
      moved.map(({ unit }) => unit),
      now,
    );
    for (const { unit, next, was, would } of moved) {
      const own = facts.get(unit.id);
      if (own === undefined) continue;
      const stands = statusUnder(own, unit, now, was).status.state;
      const wouldStand = statusUnder(own, next, now, would).status.state;
      if (stands !== wouldStand) found.push({ tag: unit.tag, before: stands, after: wouldStand });
    }
  }
  return found;
}
