import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { nameKey, type UnitUse, namesSomething } from '@sturdy-shim/core';
import { NO_PARTICULARS, type UnitParticulars } from '@sturdy-shim/words';
import { type EntityManager, In, Repository } from 'typeorm';
import { FAMILY_RELATIONS, FamilyEntity, familyDto, stampingFits } from '../families/index.ts';
import { type RuleBook, ruleBook } from '../shop-rules/index.ts';
import {
  type Result,
  AuditedTransaction,
  Clock,
  bestNamed,
  ok,
  idTaken,
  keysFor,
  prepared,
  preparedRows,
  fail,
  sameContent,
  staleVersion,
  DomainEvents,
} from '../platform/index.ts';
import * as refusals from './refusals.ts';
import { UnitFactsChanged } from './unit-facts-changed.ts';

import type { ChangeUnitDto, NewUnitDto, UnitDto, UnitFieldsDto } from './unit.dto.ts';
import { noteStorage } from './unit-storage.ts';
import { SiteEntity, UnitEntity } from './unit.entity.ts';

type Later = 'hireUntil' | 'noMeter' | 'note' | 'particulars' | 'version';
export type NewUnit = Omit<UnitEntity, 'tagKey' | 'searchKey' | 'family' | 'site' | Later> &
  Partial<Pick<UnitEntity, Exclude<Later, 'particulars'>>> & { readonly particulars?: Partial<UnitParticulars> };

/** Loose index scan: one index lookup for each kind, not for each unit. */
const KINDS = `with recursive kinds as (
    (select kind from "unit" order by kind limit 1)
    union all
    select (select kind from "unit" where kind > kinds.kind order by kind limit 1) from kinds where kinds.kind is not null)
  select kind from kinds where kind is not null`;
const LOCKED = { name: 'units-locked', where: 'id = any($1) order by id for update' };
const BY_TAG = {
  name: 'unit-by-tag',
  text: 'select id, tag from "unit" where tag_key = any($1) order by tag_key',
};
const RELATIONS = { family: FAMILY_RELATIONS, site: true } as const;
const DEFAULTS = { hireUntil: null, noMeter: false, note: '', version: 1 };

@Injectable()
export class UnitsService {
  constructor(
    @InjectRepository(UnitEntity) private readonly units: Repository<UnitEntity>,
    private readonly transaction: AuditedTransaction,
    private readonly events: DomainEvents,
    private readonly clock: Clock,
  ) {}

  /** Creates a unit; idempotent by its id. */
  async register(unit: NewUnit): Promise<Result<UnitEntity>> {
    return this.transaction.run((manager) => this.enterIn(manager, unit));
  }

  /** The same within a transaction, such as an import. */
  async enterIn(manager: EntityManager, unit: NewUnit | NewUnitDto): Promise<Result<UnitEntity>> {
    const row = {
      ...DEFAULTS,
      ...unit,
      particulars: { ...NO_PARTICULARS, ...unit.particulars },
      tagKey: nameKey(unit.tag),
    };
    const wrong = await this.refusalOf(manager, row);
    if (wrong !== null) return fail(wrong);
    await manager
      .createQueryBuilder()
      .insert()
      .into(UnitEntity)
      .values({ ...row, searchKey: searchKeyOf(row) })
      .orIgnore()
      .execute();
    const kept = await manager.findOneBy(UnitEntity, { id: unit.id });
    if (kept === null) {
      const holder = await manager.findOneByOrFail(UnitEntity, { tagKey: row.tagKey });
      return fail(refusals.tagTaken(holder.tag));
    }
    const { version: _version, ...sent } = row;
    if (!sameContent(kept, sent)) return fail(idTaken('unit', kept));
    await this.factsChanged(manager, [unit.id]);
    return ok(kept);
  }

  /** The current shop rules. */
  book(): Promise<RuleBook> {
    return ruleBook(this.units.manager);
  }

  async change(id: string, change: ChangeUnitDto): Promise<Result<UnitEntity>> {
    return this.transaction.run((manager) => this.changeIn(manager, id, change));
  }

  async changeIn(
    manager: EntityManager,
    id: string,
    { version, ...fields }: ChangeUnitDto,
  ): Promise<Result<UnitEntity>> {
    const known = await manager.findOne(UnitEntity, { where: { id }, lock: { mode: 'pessimistic_write' } });
    if (known === null) return fail(refusals.noSuchUnit(id));
    const particulars = { ...NO_PARTICULARS, ...known.particulars, ...fields.particulars };
    const next = { ...fields, particulars, tagKey: nameKey(fields.tag) };
    if (known.version === version + 1 && sameContent(known, next)) return ok(known);
    if (known.version !== version) {
      const stored = await manager.findOneOrFail(UnitEntity, { where: { id }, relations: RELATIONS });
      return fail(staleVersion(known.tag, known.version, version, { unit: unitDto(stored, await ruleBook(manager)) }));
    }
    const wrong = await this.refusalOf(manager, next);
    if (wrong !== null) return fail(wrong);
    const taken = await manager.findOneBy(UnitEntity, { tagKey: next.tagKey });
    if (taken !== null && taken.id !== id) return fail(refusals.tagTaken(taken.tag));
    await manager.update(UnitEntity, { id }, { ...next, searchKey: searchKeyOf(next), version: version + 1 });
    await this.factsChanged(manager, [id]);
    return ok(Object.assign(known, next, { version: version + 1 }));
  }

  /** Moves many units or changes their use, all or none. Units that already match are unchanged. */
  async changeMany(
    unitIds: readonly string[],
    {
      siteId,
      use,
      hireUntil,
    }: { readonly siteId?: string; readonly use?: UnitUse; readonly hireUntil?: string | null },
  ): Promise<Result<number>> {
    if (siteId === undefined && use === undefined) return fail(refusals.nothingAsked);
    if (hireUntil !== undefined && use !== 'on-hire') return fail(refusals.notOnHire);
    return this.transaction.run(async (manager) => {
      if (siteId !== undefined && !(await manager.existsBy(SiteEntity, { id: siteId })))
        return fail(refusals.unknown('site'));
      const units = await this.lockMany(manager, unitIds);
      if (units.length < new Set(unitIds).size) return fail(refusals.noSuchUnits);
      const next = {
        ...(siteId !== undefined && { siteId }),
        ...(use !== undefined && { use, hireUntil: use === 'on-hire' ? (hireUntil ?? null) : null }),
      };
      const changed = units.filter((unit) => !sameContent(unit, next)).map(({ id }) => id);
      await manager.update(UnitEntity, { id: In(changed) }, { ...next, version: () => 'version + 1' });
      await this.factsChanged(manager, changed);
      return ok(changed.length);
    });
  }

  /** Every kind of machine that a unit has, by name. */
  async kinds(): Promise<string[]> {
    const rows = await this.units.manager.query<{ kind: string }[]>(KINDS);
    return rows.map(({ kind }) => kind);
  }

  async isEmpty(): Promise<boolean> {
    return !(await this.units.exists());
  }

  /** The unit with its family, sources and site. */
  async byTag(tag: string): Promise<Result<UnitEntity>> {
    const found = await this.units.find({
      where: { tagKey: In(keysFor(tag)) },
      relations: RELATIONS,
      order: { tagKey: 'ASC' },
    });
    const unit = bestNamed(found, tag, (each) => each.tag);
    return unit === null ? fail(refusals.noSuchUnit(tag)) : ok(unit);
  }

  /** The unit with a tag, without its relations. */
  async idOf(tag: string): Promise<Result<string>> {
    const rows = await prepared<{ id: string; tag: string }>(this.units.manager, BY_TAG, [keysFor(tag)]);
    const unit = bestNamed(rows, tag, (each) => each.tag);
    return unit === null ? fail(refusals.noSuchUnit(tag)) : ok(unit.id);
  }

  /** The same by an id from our own tables: missing is a bug. */
  whole(id: string): Promise<UnitEntity> {
    return this.units.findOneOrFail({ where: { id }, relations: RELATIONS });
  }

  /** Locks the unit until the transaction ends, so that its writers are serialized. */
  async lock(manager: EntityManager, id: string): Promise<UnitEntity> {
    const [unit] = await this.lockMany(manager, [id]);
    if (unit === undefined) throw new Error(`no unit ${id}`);
    return unit;
  }

  /** Locks units in id order, to avoid deadlocks. */
  async lockMany(manager: EntityManager, ids: readonly string[]): Promise<UnitEntity[]> {
    return preparedRows(manager, UnitEntity, LOCKED, [[...new Set(ids)]]);
  }

  /** Families whose pattern matches a stamping, which determines the family of a unit. */
  async familiesOfStamping(stamping: string): Promise<FamilyEntity[]> {
    const families = await this.units.manager.find(FamilyEntity, { order: { code: 'ASC' } });
    return families.filter(({ stampingPattern }) => stampingFits(stampingPattern, stamping));
  }

  private async factsChanged(manager: EntityManager, ids: readonly string[]): Promise<void> {
    await noteStorage(manager, ids, this.clock.now());
    await this.events.raise(new UnitFactsChanged(manager, ids));
  }

  private async refusalOf(manager: EntityManager, unit: UnitFieldsDto & { readonly tagKey: string }) {
    if (!namesSomething(unit.tag)) return refusals.noTag;
    const wrong = refusals.contradiction(unit);
    if (wrong !== null) return wrong;
    if (!(await manager.existsBy(FamilyEntity, { id: unit.familyId }))) return refusals.unknown('family');
    return (await manager.existsBy(SiteEntity, { id: unit.siteId })) ? null : refusals.unknown('site');
  }
}

/** The search text of a unit; a separator that no key contains keeps a search from matching across two keys. */
const searchKeyOf = ({ tagKey, serial, stamping }: Pick<UnitEntity, 'tagKey' | 'serial' | 'stamping'>): string =>
  [tagKey, nameKey(serial), nameKey(stamping)].join('\n');

export function unitDto(unit: UnitEntity, book: RuleBook): UnitDto {
  const { id, tag, kind, serial, stamping, inServiceOn, hoursAtStart, use, hireUntil, noMeter, note, version, siteId } =
    unit;
  const particulars = { ...NO_PARTICULARS, ...unit.particulars };
  const { family, site } = unit;
  if (!family || !site) throw new Error('load a unit with its family and site');
  return {
    id,
    tag,
    kind,
    serial,
    stamping,
    inServiceOn,
    hoursAtStart,
    use,
    hireUntil,
    noMeter,
    note,
    particulars,
    version,
    siteId,
    family: familyDto(family, book.of(family.id)),
    site: site.name,
  };
}
