import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { nameKey } from '@sturdy-shim/core';
import { type EntityManager, In, Repository } from 'typeorm';
import { type RuleBook, ruleBook, rulesHeld } from '../shop-rules/index.ts';
import {
  Clock,
  type Result,
  AuditedTransaction,
  bestNamed,
  currentActor,
  ok,
  idTaken,
  keysFor,
  fail,
  sameContent,
  staleVersion,
} from '../platform/index.ts';
import type { ChangeFamilyDto, FamilyFieldsDto, NewClaimDto, NewFamilyDto, PutInForceDto } from './family.dto.ts';
import { ClaimEntity, FamilyEntity, RevisionEntity } from './family.entity.ts';
import { FamilyStatuses } from './family-statuses.ts';
import * as refusals from './refusals.ts';
import { EMPTY_SHEET } from './sheet.ts';
import { familyDto, revisionDto } from './family.mapper.ts';

type Later = 'seasonDay' | 'version' | 'revision' | 'adjusterKind' | 'strokeMm' | 'rodMm' | 'stampingPattern' | 'sheet';
type NewClaim = Omit<ClaimEntity, 'familyId' | 'family' | 'note' | 'enteredBy' | 'enteredAt'> & {
  readonly note?: string;
};
export type NewFamily = Omit<FamilyEntity, 'claims' | Later> &
  Partial<Pick<FamilyEntity, Later>> & { readonly claims: NewClaim[] };

@Injectable()
export class FamiliesService {
  constructor(
    @InjectRepository(FamilyEntity) private readonly families: Repository<FamilyEntity>,
    private readonly transaction: AuditedTransaction,
    private readonly statuses: FamilyStatuses,
    private readonly clock: Clock,
  ) {}

  /** Enters a family with its claims as they stand. A claim whose rule is no window is refused with the part that is wrong. */
  async register({ claims, ...family }: NewFamily): Promise<Result<FamilyEntity>> {
    const rules = (await ruleBook(this.families.manager)).of(family.id);
    for (const [index, claim] of claims.entries()) {
      const wrong = refusals.unreadableRule(claim, rules, `claims.${index}.`);
      if (wrong !== null) return fail(wrong);
    }
    await this.transaction.run((manager) => this.insertIn(manager, { claims, ...family }));
    return ok(await this.require(family.id));
  }

  private async insertIn(manager: EntityManager, { claims, ...family }: NewFamily): Promise<void> {
    await manager.insert(FamilyEntity, { ...DEFAULTS, ...family, codeKey: nameKey(family.code) } as never);
    const entered = { enteredBy: currentActor().name, enteredAt: this.clock.now(), note: '' };
    if (claims.length > 0)
      await manager.insert(
        ClaimEntity,
        claims.map((claim) => ({ ...entered, ...claim, familyId: family.id })),
      );
  }

  /** Enters a family from the interface. Sent twice it is entered once. */
  enter(family: NewFamilyDto): Promise<Result<FamilyEntity>> {
    return this.transaction.run((manager) => this.enterIn(manager, family));
  }

  /** The same inside a larger change. */
  async enterIn(manager: EntityManager, { claim, ...family }: NewFamilyDto): Promise<Result<FamilyEntity>> {
    const wrong = refusals.contradiction(family);
    if (wrong !== null) return fail(wrong);
    const unreadable = claim && refusals.unreadableRule(claim, (await rulesHeld(manager)).of(family.id), 'claim.');
    if (unreadable) return fail(unreadable);
    // The same family sent twice at once: the second waits here and then finds the first.
    await manager.query("select pg_advisory_xact_lock(hashtext('shim.enter-family'))");
    const before = await manager.findOne(FamilyEntity, { where: { id: family.id }, relations: { claims: true } });
    if (before !== null) {
      const [first] = before.claims ?? [];
      const same =
        sameContent(before, fieldsOf(family)) && (claim === undefined || (first && sameContent(first, claim)));
      return same
        ? ok(before)
        : fail(idTaken('family', familyDto(before, (await ruleBook(manager)).of(before.id))));
    }
    const taken = await manager.findOneBy(FamilyEntity, { codeKey: nameKey(family.code) });
    if (taken !== null) return fail(refusals.codeTaken(taken.code));
    const claims = claim ? [{ ...(claim as never as NewClaim), inForce: true }] : [];
    await this.insertIn(manager, { ...(family as never as NewFamily), claims });
    return ok(await this.require(family.id, manager));
  }

  /** Changes the sheet. What is in force is changed elsewhere, with a reason. */
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
    await manager.update(FamilyEntity, { id }, { ...fields, codeKey, version: version + 1 } as never);
    await this.statuses.keepAll(manager, id);
    return ok(await this.require(id, manager));
  }

  /** Adds what a source says. It comes in force only when somebody decides so. */
  addClaim(familyId: string, claim: NewClaimDto): Promise<Result<FamilyEntity>> {
    return this.transaction.run((manager) => this.addClaimIn(manager, familyId, claim));
  }

  async addClaimIn(manager: EntityManager, familyId: string, claim: NewClaimDto): Promise<Result<FamilyEntity>> {
    const wrong = refusals.unreadableRule(claim, (await rulesHeld(manager)).of(familyId), '');
    if (wrong !== null) return fail(wrong);
    const family = await locked(manager, familyId);
    if (family === null) return fail(refusals.noSuchFamily(familyId));
    const before = await manager.findOneBy(ClaimEntity, { id: claim.id });
    if (before !== null) {
      const same = sameContent(before, { ...claim, familyId });
      return same ? ok(family) : fail(idTaken('claim', { ...before, familyId: undefined }));
    }
    await manager.insert(ClaimEntity, {
      ...claim,
      familyId,
      inForce: false,
      enteredBy: currentActor().name,
      enteredAt: this.clock.now(),
    } as never);
    return ok(await this.require(familyId, manager));
  }

  /** Puts a claim in force, or withdraws the one that is: a new revision, with a reason; every unit's status follows. */
  async putInForce(familyId: string, { id, claimId, reason, revision }: PutInForceDto): Promise<Result<FamilyEntity>> {
    return this.transaction.run(async (manager) => {
      const family = await locked(manager, familyId);
      if (family === null) return fail(refusals.noSuchFamily(familyId));
      const before = await manager.findOneBy(RevisionEntity, { id });
      if (before !== null) {
        const same = sameContent(before, { familyId, claimId, reason, revision: revision + 1 });
        return same ? ok(family) : fail(idTaken('decision', revisionDto(before)));
      }
      if (family.revision !== revision) return fail(refusals.staleRevision(family, revision));
      const claims = family.claims ?? [];
      if (claimId !== null && !claims.some((claim) => claim.id === claimId)) return fail(refusals.noSuchClaim);
      if ((claims.find(({ inForce }) => inForce)?.id ?? null) === claimId) return fail(refusals.inForceAlready);
      await manager.update(ClaimEntity, { familyId, inForce: true }, { inForce: false });
      if (claimId !== null) await manager.update(ClaimEntity, { id: claimId }, { inForce: true });
      await manager.update(FamilyEntity, { id: familyId }, { revision: revision + 1 });
      await manager.insert(RevisionEntity, {
        id,
        familyId,
        revision: revision + 1,
        claimId,
        reason,
        madeBy: currentActor().name,
        madeAt: this.clock.now(),
      });
      await this.statuses.keepAll(manager, familyId);
      return ok(await this.require(familyId, manager));
    });
  }

  /** The rules of the house as they hold now. */
  book(): Promise<RuleBook> {
    return ruleBook(this.families.manager);
  }

  async all(): Promise<FamilyEntity[]> {
    return this.families.find({ relations: { claims: true }, order: { code: 'ASC' } });
  }

  async byCode(code: string): Promise<Result<FamilyEntity>> {
    const family = await familyByCode(this.families.manager, code);
    return family === null ? fail(refusals.noSuchFamily(code)) : ok(family);
  }

  /** The decisions about a family's specification, newest first. */
  revisions(familyId: string): Promise<RevisionEntity[]> {
    return this.families.manager.find(RevisionEntity, { where: { familyId }, order: { revision: 'DESC' } });
  }

  /** For ids that came from our own tables. */
  async require(id: string, manager: EntityManager = this.families.manager): Promise<FamilyEntity> {
    return manager.findOneOrFail(FamilyEntity, { where: { id }, relations: { claims: true } });
  }
}

/** What a family is without anybody having said so. */
const DEFAULTS = {
  adjusterKind: 'screw-at-push-rod' as const,
  strokeMm: null,
  rodMm: null,
  seasonDay: null,
  stampingPattern: '',
  sheet: EMPTY_SHEET,
  version: 1,
  revision: 1,
};

/** A family by its code, however it is written; one that is called just so comes first. */
export async function familyByCode(manager: EntityManager, code: string): Promise<FamilyEntity | null> {
  const found = await manager.find(FamilyEntity, {
    where: { codeKey: In(keysFor(code)) },
    relations: { claims: true },
    order: { codeKey: 'ASC' },
  });
  return bestNamed(found, code, (family) => family.code);
}

/** Locks the family: decisions about it take their turn. */
async function locked(manager: EntityManager, id: string): Promise<FamilyEntity | null> {
  const found = await manager.findOne(FamilyEntity, {
    where: { id },
    select: { id: true },
    lock: { mode: 'pessimistic_write' },
  });
  return found === null ? null : manager.findOneOrFail(FamilyEntity, { where: { id }, relations: { claims: true } });
}

function fieldsOf(family: FamilyFieldsDto | FamilyEntity): object {
  const { id: _id, claims: _claims, version: _version, revision: _revision, ...fields } = family as FamilyEntity;
  return fields;
}
