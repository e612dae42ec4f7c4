import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { nameKey, mm } from '@sturdy-shim/core';
import { type EntityManager, In, Repository } from 'typeorm';
import { type RuleBook, ruleBook, rulesHeld } from '../shop-rules/index.ts';
import {
  Clock,
  type Result,
  AuditedTransaction,
  DomainEvents,
  bestNamed,
  currentActor,
  ok,
  idTaken,
  keysFor,
  fail,
  sameContent,
  staleVersion,
} from '../platform/index.ts';
import type { ChangeFamilyDto, FamilyFieldsDto, NewSourceDto, NewFamilyDto, ChooseSourceDto } from './family.dto.ts';
import { FAMILY_RELATIONS, SourceEntity, FamilyEntity, RevisionEntity } from './family.entity.ts';
import { FamilyChanged } from './family-changed.ts';
import { baseFor, differing, followed, variantsOf } from './variants.ts';
import * as refusals from './refusals.ts';
import { EMPTY_SHEET } from './sheet.ts';
import { familyDto, revisionDto } from './family.mapper.ts';

type Later =
  | 'seasonDay'
  | 'version'
  | 'revision'
  | 'baseId'
  | 'ownFields'
  | 'adjusterKind'
  | 'strokeMm'
  | 'rodMm'
  | 'stampingPattern'
  | 'sheet';
type NewSource = Omit<SourceEntity, 'familyId' | 'family' | 'note' | 'enteredBy' | 'enteredAt'> & {
  readonly note?: string;
};
export type NewFamily = Omit<FamilyEntity, 'sources' | 'base' | Later> &
  Partial<Pick<FamilyEntity, Later>> & { readonly sources: NewSource[] };

@Injectable()
export class FamiliesService {
  constructor(
    @InjectRepository(FamilyEntity) private readonly families: Repository<FamilyEntity>,
    private readonly transaction: AuditedTransaction,
    private readonly events: DomainEvents,
    private readonly clock: Clock,
  ) {}

  /** Creates a family with its sources. A source whose rule gives no window is refused, naming the wrong part. */
  async register({ sources, ...family }: NewFamily): Promise<Result<FamilyEntity>> {
    const rules = (await ruleBook(this.families.manager)).of(family.id);
    for (const [index, source] of sources.entries()) {
      const wrong = refusals.unreadableRule(source, rules, `sources.${index}.`);
      if (wrong !== null) return fail(wrong);
    }
    return this.transaction.run(async (manager) => {
      const { cautions, positions } = family;
      const whole = { ...DEFAULTS, ...family, sheet: { ...EMPTY_SHEET, ...family.sheet }, cautions, positions };
      const onBase = await baseFields(manager, family.id, whole);
      if (!onBase.ok) return onBase;
      await this.insertIn(manager, { ...family, ...onBase.value, sources });
      return ok(await this.require(family.id, manager));
    });
  }

  private async insertIn(manager: EntityManager, { sources, ...family }: NewFamily): Promise<void> {
    await manager.insert(FamilyEntity, { ...DEFAULTS, ...family, codeKey: nameKey(family.code) });
    const entered = { enteredBy: currentActor().name, enteredAt: this.clock.now(), note: '' };
    if (sources.length > 0)
      await manager.insert(
        SourceEntity,
        sources.map((source) => ({ ...entered, ...source, familyId: family.id })),
      );
  }

  /** Creates a family from the interface; idempotent by its id. */
  enter(family: NewFamilyDto): Promise<Result<FamilyEntity>> {
    return this.transaction.run((manager) => this.enterIn(manager, family));
  }

  /** The same within a transaction. */
  async enterIn(manager: EntityManager, { source, ...family }: NewFamilyDto): Promise<Result<FamilyEntity>> {
    const wrong = refusals.contradiction(family);
    if (wrong !== null) return fail(wrong);
    const unreadable = source && refusals.unreadableRule(source, (await rulesHeld(manager)).of(family.id), 'source.');
    if (unreadable) return fail(unreadable);
    // Of two concurrent equal requests the second waits here and then finds the first.
    await manager.query("select pg_advisory_xact_lock(hashtext('shim.enter-family'))");
    const before = await manager.findOne(FamilyEntity, { where: { id: family.id }, relations: FAMILY_RELATIONS });
    if (before !== null) {
      const [first] = before.sources ?? [];
      const same =
        sameContent(before, fieldsOf(family)) && (source === undefined || (first && sameContent(first, source)));
      return same ? ok(before) : fail(idTaken('family', familyDto(before, (await ruleBook(manager)).of(before.id))));
    }
    const taken = await manager.findOneBy(FamilyEntity, { codeKey: nameKey(family.code) });
    if (taken !== null) return fail(refusals.codeTaken(taken.code));
    const sources = source ? [{ ...source, inUse: true }] : [];
    const turning = family.turning && { ...family.turning, pitchMm: mm(family.turning.pitchMm) };
    const onBase = await baseFields(manager, family.id, { ...family, turning });
    if (!onBase.ok) return onBase;
    await this.insertIn(manager, { ...family, turning, ...onBase.value, sources });
    return ok(await this.require(family.id, manager));
  }

  /** Changes the sheet. The source in use is changed by a separate operation with a reason. */
  change(id: string, change: ChangeFamilyDto): Promise<Result<FamilyEntity>> {
    return this.transaction.run((manager) => this.changeIn(manager, id, change));
  }

  async changeIn(
    manager: EntityManager,
    id: string,
    { version, ...fields }: ChangeFamilyDto,
  ): Promise<Result<FamilyEntity>> {
    const wrong = refusals.contradiction(fields);
    if (wrong !== null) return fail(wrong);
    const family = await locked(manager, id);
    if (family === null) return fail(refusals.noSuchFamily(id));
    if (family.version === version + 1 && sameContent(family, fields)) return ok(family);
    if (family.version !== version)
      return fail(
        staleVersion(family.code, family.version, version, {
          family: familyDto(family, (await ruleBook(manager)).of(id)),
        }),
      );
    const codeKey = nameKey(fields.code);
    const taken = await manager.findOneBy(FamilyEntity, { codeKey });
    if (taken !== null && taken.id !== id) return fail(refusals.codeTaken(taken.code));
    const turning = fields.turning && { ...fields.turning, pitchMm: mm(fields.turning.pitchMm) };
    const baseId = fields.baseId === undefined ? family.baseId : fields.baseId;
    const onBase = await baseFields(manager, id, { ...fields, turning, baseId });
    if (!onBase.ok) return onBase;
    await manager.update(FamilyEntity, { id }, { ...fields, turning, ...onBase.value, codeKey, version: version + 1 });
    await this.events.raise(new FamilyChanged(manager, id));
    const changed = await this.require(id, manager);
    for (const variant of await variantsOf(manager, id)) {
      const next = { ...followed(variant, changed), version: variant.version + 1 };
      await manager.update(FamilyEntity, { id: variant.id }, next);
      await this.events.raise(new FamilyChanged(manager, variant.id));
    }
    return ok(changed);
  }

  /** Adds a source. Putting it in use is a separate decision. */
  addSource(familyId: string, source: NewSourceDto): Promise<Result<FamilyEntity>> {
    return this.transaction.run((manager) => this.addSourceIn(manager, familyId, source));
  }

  async addSourceIn(manager: EntityManager, familyId: string, source: NewSourceDto): Promise<Result<FamilyEntity>> {
    const wrong = refusals.unreadableRule(source, (await rulesHeld(manager)).of(familyId), '');
    if (wrong !== null) return fail(wrong);
    const family = await locked(manager, familyId);
    if (family === null) return fail(refusals.noSuchFamily(familyId));
    const before = await manager.findOneBy(SourceEntity, { id: source.id });
    if (before !== null) {
      const same = sameContent(before, { ...source, familyId });
      return same ? ok(family) : fail(idTaken('source', { ...before, familyId: undefined }));
    }
    await manager.insert(SourceEntity, {
      ...source,
      familyId,
      inUse: false,
      enteredBy: currentActor().name,
      enteredAt: this.clock.now(),
    });
    return ok(await this.require(familyId, manager));
  }

  /** Puts a source in use, or withdraws the one that is: a new revision, with a reason; every unit's status follows. */
  async chooseSource(
    familyId: string,
    { id, sourceId, reason, revision }: ChooseSourceDto,
  ): Promise<Result<FamilyEntity>> {
    return this.transaction.run(async (manager) => {
      const family = await locked(manager, familyId);
      if (family === null) return fail(refusals.noSuchFamily(familyId));
      const before = await manager.findOneBy(RevisionEntity, { id });
      if (before !== null) {
        const same = sameContent(before, { familyId, sourceId, reason, revision: revision + 1 });
        return same ? ok(family) : fail(idTaken('decision', revisionDto(before)));
      }
      if (family.revision !== revision) return fail(refusals.staleRevision(family, revision));
      const sources = family.sources ?? [];
      if (sourceId !== null && !sources.some((source) => source.id === sourceId)) return fail(refusals.noSuchSource);
      if ((sources.find(({ inUse }) => inUse)?.id ?? null) === sourceId) return fail(refusals.inForceAlready);
      await manager.update(SourceEntity, { familyId, inUse: true }, { inUse: false });
      if (sourceId !== null) await manager.update(SourceEntity, { id: sourceId }, { inUse: true });
      await manager.update(FamilyEntity, { id: familyId }, { revision: revision + 1 });
      await manager.insert(RevisionEntity, {
        id,
        familyId,
        revision: revision + 1,
        sourceId,
        reason,
        madeBy: currentActor().name,
        madeAt: this.clock.now(),
      });
      await this.events.raise(new FamilyChanged(manager, familyId));
      for (const variant of await variantsOf(manager, familyId))
        await this.events.raise(new FamilyChanged(manager, variant.id));
      return ok(await this.require(familyId, manager));
    });
  }

  /** The current shop rules. */
  book(): Promise<RuleBook> {
    return ruleBook(this.families.manager);
  }

  async all(): Promise<FamilyEntity[]> {
    return this.families.find({ relations: FAMILY_RELATIONS, order: { code: 'ASC' } });
  }

  async byCode(code: string): Promise<Result<FamilyEntity>> {
    const family = await familyByCode(this.families.manager, code);
    return family === null ? fail(refusals.noSuchFamily(code)) : ok(family);
  }

  /** The decisions about a family's specification, newest first. */
  revisions(familyId: string): Promise<RevisionEntity[]> {
    return this.families.manager.find(RevisionEntity, { where: { familyId }, order: { revision: 'DESC' } });
  }

  /** By an id from our own tables: missing is a bug. */
  async require(id: string, manager: EntityManager = this.families.manager): Promise<FamilyEntity> {
    return manager.findOneOrFail(FamilyEntity, { where: { id }, relations: FAMILY_RELATIONS });
  }
}

/** Default values of a family. */
const DEFAULTS = {
  adjusterKind: 'not-stated' as const,
  strokeMm: null,
  rodMm: null,
  seasonDay: null,
  stampingPattern: '',
  sheet: EMPTY_SHEET,
  version: 1,
  revision: 1,
  baseId: null,
  ownFields: [],
};

/** The base of a family, and the fields it overrides. */
async function baseFields(
  manager: EntityManager,
  id: string,
  family: Omit<FamilyFieldsDto, 'turning'> & Pick<FamilyEntity, 'turning'>,
): Promise<Result<Pick<FamilyEntity, 'baseId' | 'ownFields'>>> {
  const { baseId = null } = family;
  if (baseId === null) return ok({ baseId, ownFields: [] });
  const found = await baseFor(manager, id, baseId);
  return 'refusal' in found ? fail(found.refusal) : ok({ baseId, ownFields: differing(family, found.base) });
}

/** A family by its code in any spelling; an exact match is preferred. */
export async function familyByCode(manager: EntityManager, code: string): Promise<FamilyEntity | null> {
  const found = await manager.find(FamilyEntity, {
    where: { codeKey: In(keysFor(code)) },
    relations: FAMILY_RELATIONS,
    order: { codeKey: 'ASC' },
  });
  return bestNamed(found, code, (family) => family.code);
}

/** Locks the family, so that decisions about it are serialized. */
async function locked(manager: EntityManager, id: string): Promise<FamilyEntity | null> {
  const found = await manager.findOne(FamilyEntity, {
    where: { id },
    select: { id: true },
    lock: { mode: 'pessimistic_write' },
  });
  return found === null ? null : manager.findOneOrFail(FamilyEntity, { where: { id }, relations: FAMILY_RELATIONS });
}

function fieldsOf(family: FamilyFieldsDto | FamilyEntity): object {
  const {
    id: _id,
    sources: _sources,
    base: _base,
    ownFields: _own,
    version: _version,
    revision: _revision,
    ...fields
  } = family as FamilyEntity;
  return fields;
}
