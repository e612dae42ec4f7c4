import { dueRulesUnder } from '@sturdy-shim/core';
import { isDeepStrictEqual } from 'node:util';
import type { EntityManager } from 'typeorm';
import type { RuleBook } from '../shop-rules/index.ts';
import { preparedRows } from '../platform/index.ts';
import { UnitEntity } from '../units/index.ts';
import type { StatusChangeDto, StatusPreviewDto } from './status-change.dto.ts';
import { readRecord } from '../unit-record/index.ts';
import { evidenceOf, outcomesUnder, statusUnder } from './evidence.ts';
import { withFamilies } from './with-families.ts';

const AT_A_TIME = 500;
/** Time limit of the preview: it reports the units computed by then. */
const LONGEST_MS = 4000;
const NAMED = 200;
const CONCERNED = `($1::uuid is null or family_id in (select id from family where id = $1 or base_id = $1))`;
/** In order of the random ids, so that a part of the fleet is a random sample. */
const NEXT_UNITS = {
  name: 'units-concerned',
  where: `${CONCERNED} and id > $2 order by id limit ${AT_A_TIME}`,
};
const COUNT = `select count(*)::int as units from "unit" where ${CONCERNED}`;
const BEFORE_ALL = '00000000-0000-0000-0000-000000000000';

/**
 * Units whose status would change, of one family and its variants or of all, within a time limit of a few seconds.
 * Read-only.
 */
export async function statusChanges(
  manager: EntityManager,
  familyId: string | null,
  now: Date,
  before: RuleBook,
  after: RuleBook,
  changed: (unit: UnitEntity) => UnitEntity = (unit) => unit,
): Promise<StatusPreviewDto> {
  const until = performance.now() + LONGEST_MS;
  const [{ units }] = await manager.query<[{ units: number }]>(COUNT, [familyId]);
  const found: StatusChangeDto[] = [];
  let looked = 0;
  for (let last = BEFORE_ALL; looked < units && performance.now() < until;) {
    const some = await withFamilies(manager, await preparedRows(manager, UnitEntity, NEXT_UNITS, [familyId, last]));
    if (some.length === 0) break;
    last = some.at(-1)?.id ?? last;
    looked += some.length;
    found.push(...(await changesAmong(manager, some, now, before, after, changed)));
  }
  const changes = found.slice(0, NAMED).toSorted((a, b) => a.tag.localeCompare(b.tag, 'en', { numeric: true }));
  return { changes, changed: found.length, looked, units };
}

async function changesAmong(
  manager: EntityManager,
  some: readonly UnitEntity[],
  now: Date,
  before: RuleBook,
  after: RuleBook,
  changed: (unit: UnitEntity) => UnitEntity,
): Promise<StatusChangeDto[]> {
  const ids = some.map(({ id }) => id);
  const evidence = await evidenceOf(await readRecord(manager, ids, now, { from: 'kept', keep: false }), some);
  const moved = some.flatMap((unit) => {
    const [was, would] = [before.of(unit.familyId), after.of(unit.familyId)];
    const next = changed(unit);
    const own = evidence.get(unit.id);
    if (own === undefined) return [];
    // Shortcut for most units: with the same valve verdicts and the same warning times the status cannot change.
    const same =
      isDeepStrictEqual(dueRulesUnder(was), dueRulesUnder(would)) &&
      isDeepStrictEqual(outcomesUnder(own.facts, unit, was), outcomesUnder(own.facts, next, would));
    return same ? [] : [{ unit, next, was, would, own }];
  });
  return moved.flatMap(({ unit, next, was, would, own }) => {
    const stands = statusUnder(own, unit, now, was).status.state;
    const wouldStand = statusUnder(own, next, now, would).status.state;
    return stands === wouldStand ? [] : [{ tag: unit.tag, before: stands, after: wouldStand }];
  });
}
