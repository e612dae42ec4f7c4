import { Any, type DataSource, type EntityManager } from 'typeorm';
import { prepared } from '../platform/index.ts';
import { FAMILY_RELATIONS, FamilyEntity } from './family.entity.ts';

/**
 * Version stamp of a family, made of xmin and ctid of its rows: every write gives another stamp, also within the writing
 * transaction.
 */
const STAMPS = {
  name: 'family-stamps',
  text: `select family.id, concat_ws(' ', family.xmin, family.ctid, base.xmin, base.ctid,
    (select string_agg(concat_ws(' ', source.xmin, source.ctid), ' ' order by source.id)
      from specification_source source where source.family_id in (family.id, family.base_id))) as stamp
  from family left join family base on base.id = family.base_id where family.id = any($1)`,
};
const MOST_KEPT = 2000;

interface Stamp {
  readonly id: string;
  readonly stamp: string;
}
interface Kept {
  readonly stamp: string;
  readonly family: FamilyEntity;
}
/** By database: stamps of two databases may be equal. */
const keptOf = new WeakMap<DataSource, Map<string, Kept>>();

/**
 * Families with their sources as this transaction sees them, cached by stamp: sheets are long and seldom change. The
 * returned objects are shared and frozen.
 */
export async function knownFamilies(
  manager: EntityManager,
  ids: readonly string[],
): Promise<ReadonlyMap<string, FamilyEntity>> {
  const kept = keptOf.get(manager.connection) ?? new Map<string, Kept>();
  keptOf.set(manager.connection, kept);
  const stamps = await prepared<Stamp>(manager, STAMPS, [[...new Set(ids)]]);
  const unknown = stamps.filter(({ id, stamp }) => kept.get(id)?.stamp !== stamp);
  const known = new Map(
    stamps.flatMap(({ id, stamp }) => {
      const before = kept.get(id);
      return before?.stamp === stamp ? [[id, before.family]] : [];
    }),
  );
  if (unknown.length === 0) return known;
  const found = await manager.find(FamilyEntity, {
    where: { id: Any(unknown.map(({ id }) => id)) },
    relations: FAMILY_RELATIONS,
  });
  // A family may change between the two queries: it is cached only where both saw the same version.
  const again = await prepared<Stamp>(manager, STAMPS, [unknown.map(({ id }) => id)]);
  if (kept.size > MOST_KEPT) kept.clear();
  for (const family of found) {
    known.set(family.id, frozen(family));
    const stamp = unknown.find(({ id }) => id === family.id)?.stamp;
    if (stamp !== undefined && again.some((each) => each.id === family.id && each.stamp === stamp))
      kept.set(family.id, { stamp, family });
  }
  return known;
}

function frozen<T>(value: T): T {
  if (typeof value === 'object' && value !== null && !Object.isFrozen(value) && !(value instanceof Date)) {
    Object.freeze(value);
    Object.values(value).forEach(frozen);
  }
  return value;
}
