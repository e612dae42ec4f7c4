import { Injectable } from '@nestjs/common';
import {
  valueAt,
  type OpenDraftContext,
  contradictsGaps,
  emptyDraft,
  isSetBlind,
  isTouched,
  openWork,
  stillOff,
} from '@sturdy-shim/core';
import { DataSource, type EntityManager, In, LessThan } from 'typeorm';
import { BladeSetEntity } from '../blade-sets/index.ts';
import { leaveFollowUps, leaveOpen } from '../follow-ups/index.ts';
import { closeProblemReports } from '../problem-reports/index.ts';
import { type FamilyEntity, knownFamilies, layoutOf, specificationOf } from '../families/index.ts';
import { rulesHeld } from '../shop-rules/index.ts';
import {
  Clock,
  type Result,
  AuditedTransaction,
  currentActor,
  currentPerson,
  ok,
  idTaken,
  fail,
  sameContent,
  prepared,
  preparedRows,
  DomainEvents,
  dayOf,
  enteredByActor,
  shopClock,
  shopZone,
} from '../platform/index.ts';
import { hoursAsOf } from '../readings/index.ts';
import { UnitFactsChanged, UnitEntity, UnitsService } from '../units/index.ts';
import { AmendmentEntity } from './amendment.entity.ts';
import { type CheckDraft, CheckEntity, FindingEntity } from './check.entity.ts';
import type { SaveDraftDto, SignCheckDto } from './check.dto.ts';
import { bladeEvidence } from './blade-evidence.ts';
import type { EvaluationContext } from './evaluation-context.ts';
import { type Adjusting, adjustingOfFamily } from './adjusting.ts';
import { EngineQuestionEntity } from './engine-question.entity.ts';
import { findingsOf, openQuestions } from './findings.ts';
import { leftOpenBy, leftOpenByDrop } from './left-open.ts';
import { refusalOf } from './draft-refusal.ts';
import { opensOtherwise } from './open-checks.ts';
import * as refusals from './refusals.ts';
import { type CheckWithFindings, inOrder, withFindings } from './with-findings.ts';
import { notSaid, statedDraft } from './stated-draft.ts';

const UNIT_OF = { name: 'unit-of-check', text: 'select unit_id as "unitId" from valve_check where id = $1' };
const BY_ID = { name: 'check-by-id', where: 'id = $1' };

@Injectable()
export class ChecksService {
  constructor(
    private readonly database: DataSource,
    private readonly transaction: AuditedTransaction,
    private readonly units: UnitsService,
    private readonly events: DomainEvents,
    private readonly clock: Clock,
  ) {}

  /** Starts a check; a unit has at most one open check. */
  async start(tag: string, id: string): Promise<Result<CheckWithFindings>> {
    const found = await this.units.idOf(tag);
    if (!found.ok) return found;
    return this.transaction.run(async (manager) => {
      const unit = await this.units.lock(manager, found.value);
      const family = await familyOf(manager, unit);
      const before = await manager.findOneBy(CheckEntity, { id });
      if (before !== null) {
        return before.unitId === unit.id
          ? ok(await withFindings(manager, before))
          : fail(idTaken('check', { id, unitId: before.unitId, state: before.state }));
      }
      const open = await manager.findOneBy(CheckEntity, { unitId: unit.id, state: 'draft' });
      if (open !== null) return fail(refusals.checkOpen(open));
      const now = this.clock.now();
      const check: CheckEntity = {
        id,
        unitId: unit.id,
        state: 'draft',
        version: 1,
        startedAt: now,
        savedAt: now,
        savedBy: currentActor().name,
        draft: emptyDraft(layoutOf(family)),
        past: null,
        signedBy: '',
        signedById: null,
        struck: false,
        revision: null,
        evaluationContext: null,
        note: '',
        performedAt: null,
        signedAt: null,
        hoursAt: null,
      };
      await manager.insert(CheckEntity, check);
      await this.events.raise(new UnitFactsChanged(manager, [unit.id]));
      return ok({ check, findings: [], amendments: [] });
    });
  }

  async saveDraft(id: string, { version, draft, by }: SaveDraftDto): Promise<Result<CheckWithFindings>> {
    const own = enteredByActor(by);
    if (!own.ok) return own;
    return this.onDraft(id, null, async (manager, check, unit) => {
      // Saves a draft; idempotent.
      if (check.version === version + 1 && sameContent(check, { draft })) return ok(await withFindings(manager, check));
      if (check.version !== version) return fail(refusals.staleVersion(check, version));
      const wrong = refusalOf(await familyOf(manager, unit), draft);
      if (wrong !== null) return fail(wrong);
      const next = { version: version + 1, savedAt: this.clock.now(), savedBy: currentActor().name, draft };
      const asked = await manager.delete(EngineQuestionEntity, { checkId: id });
      const context = await this.openContext(manager, unit, draft);
      const changed =
        check.savedBy !== next.savedBy || asked.affected !== 0 || opensOtherwise(check.draft, draft, context);
      await manager.update(CheckEntity, { id }, next);
      // The part of an open check that the status shows: its person and what of the engine is open. Other saves do not
      // change the status.
      if (changed) await this.events.raise(new UnitFactsChanged(manager, [unit.id]));
      return ok({ check: Object.assign(check, next), findings: [], amendments: [] });
    });
  }

  /** Signs the draft: evaluates it, makes it permanent, and updates the unit's status in the same transaction. */
  async sign(id: string, { version, note, performedAt }: SignCheckDto): Promise<Result<CheckWithFindings>> {
    const signer = currentPerson();
    const now = this.clock.now();
    const at = performedAt === undefined ? now : new Date(performedAt);
    if (at > now) return fail(refusals.performedLater);
    const sent = {
      state: 'signed' as const,
      version,
      signedById: signer.id,
      note: note ?? '',
      ...(performedAt !== undefined && { performedAt: at }),
    };
    return this.onDraft(id, sent, async (manager, check, unit) => {
      if (check.version !== version) return fail(refusals.staleVersion(check, version));
      if (performedAt !== undefined && dayOf(at, await shopZone(manager)) < unit.inServiceOn)
        return fail(refusals.performedBeforeService(unit.inServiceOn));
      const { draft } = check;
      const stated = statedDraft(draft);
      if (stated !== null && 'refusal' in stated) return fail(stated.refusal);
      const off = stillOff(draft.work ?? {});
      if (off.length > 0 && (note ?? '').trim() === '') return fail(refusals.partsOff(off));
      const family = await familyOf(manager, unit);
      const evaluationContext = await this.evaluationContext(manager, family.id, draft);
      if (evaluationContext.rules.recheck === 'always' && notSaid(draft)) return fail(refusals.notStated('turnedOver'));
      const specification = specificationOf(family, evaluationContext.rules);
      const [question] = stated === null ? [] : openQuestions(stated.draft, specification, evaluationContext);
      if (question !== undefined) return fail(refusals.gapQuestion(question));
      const setBlind = draft.valves.findIndex(isSetBlind);
      if (setBlind >= 0) return fail(refusals.gaugeAfterTurning(setBlind));
      const findings = stated === null ? [] : findingsOf(stated.draft, specification, check, evaluationContext);
      const left = findings.filter(({ final }) => final).map(({ verdictState }) => ({ state: verdictState }));
      if (contradictsGaps(draft.work?.outcome ?? null, left)) return fail(refusals.outcomeContradicts);
      const signed = {
        state: 'signed' as const,
        signedBy: signer.name,
        signedById: signer.id,
        revision: family.revision,
        evaluationContext,
        note: note ?? '',
        performedAt: at,
        signedAt: now,
        savedAt: now,
        savedBy: signer.name,
        hoursAt: (await hoursAsOf(manager, unit, at))?.hours ?? null,
      };
      await manager.update(CheckEntity, { id }, signed);
      await manager.insert(FindingEntity, findings);
      const { work = {} } = draft;
      await closeProblemReports(manager, {
        id,
        unitId: unit.id,
        at,
        answers: work.answers ?? [],
      });
      await leaveFollowUps(manager, {
        id,
        unitId: unit.id,
        signedBy: signer.name,
        at,
        work,
        leftOpen: leftOpenBy(work, {
          cureHours: family.sheet.sealCureHours ?? null,
          at: now,
          ...(await shopClock(manager)),
        }),
      });
      await manager.delete(EngineQuestionEntity, { checkId: id });
      await this.events.raise(new UnitFactsChanged(manager, [unit.id]));
      return ok({ check: Object.assign(check, signed), findings, amendments: [] });
    });
  }

  /** The inputs of the evaluation of a draft while it is open. */
  private async openContext(manager: EntityManager, unit: UnitEntity, draft: CheckDraft): Promise<OpenDraftContext> {
    const family = await familyOf(manager, unit);
    const { rules, bladeToleranceMm } = await this.evaluationContext(manager, family.id, draft);
    return { specification: specificationOf(family, rules), rules, bladeToleranceMm };
  }

  private async evaluationContext(
    manager: EntityManager,
    familyId: string,
    draft: CheckDraft,
  ): Promise<EvaluationContext> {
    const set = draft.bladeSetId === null ? null : await manager.findOneBy(BladeSetEntity, { id: draft.bladeSetId });
    return { rules: (await rulesHeld(manager)).of(familyId), bladeToleranceMm: set?.toleranceMm ?? null };
  }

  /**
   * Drops an open check; it stays on record. If the engine was touched, the request must state how it was left. @param
   * closedUp null: not stated
   */
  async abandon(id: string, version: number, closedUp: boolean | null): Promise<Result<CheckWithFindings>> {
    return this.onDraft(id, { state: 'abandoned', version }, async (manager, check, unit) => {
      if (check.version !== version) return fail(refusals.staleVersion(check, version));
      const open = openWork(check.draft, await this.openContext(manager, unit, check.draft));
      const touched = isTouched(open);
      if (touched && closedUp === null) return fail(refusals.sayHowItWasLeft);
      const what =
        touched || closedUp === false
          ? leftOpenByDrop(open, closedUp !== false, (await familyOf(manager, unit)).cylinders)
          : null;
      const by = currentActor().name;
      if (what !== null) await leaveOpen(manager, { checkId: id, unitId: unit.id, what, by, at: this.clock.now() });
      await manager.delete(EngineQuestionEntity, { checkId: id });
      await manager.update(CheckEntity, { id }, { state: 'abandoned', savedAt: this.clock.now(), savedBy: by });
      await this.events.raise(new UnitFactsChanged(manager, [unit.id]));
      return ok({ check: Object.assign(check, { state: 'abandoned' as const }), findings: [], amendments: [] });
    });
  }

  async byId(id: string): Promise<Result<CheckWithFindings>> {
    const check = await this.database.manager.findOne(CheckEntity, { where: { id }, relations: { unit: true } });
    return check === null ? fail(refusals.noSuchCheck) : ok(await withFindings(this.database.manager, check));
  }

  /** Signed checks of a unit, newest first, and the one on the bench. */
  async ofUnit(
    tag: string,
    before: Date | null,
    limit: number,
  ): Promise<Result<{ open: CheckEntity | null; signed: CheckWithFindings[]; more: boolean }>> {
    const unit = await this.units.byTag(tag);
    if (!unit.ok) return unit;
    const { manager } = this.database;
    const unitId = unit.value.id;
    const open = await manager.findOneBy(CheckEntity, { unitId, state: 'draft' });
    const checks = await manager.find(CheckEntity, {
      where: { unitId, state: 'signed', ...(before && { performedAt: LessThan(before) }) },
      order: { performedAt: 'DESC' },
      take: limit + 1,
      relations: { unit: true },
    });
    const shown = checks.slice(0, limit);
    const checkId = In(shown.map(({ id }) => id));
    const findings = await manager.findBy(FindingEntity, { checkId });
    const amendments = await manager.find(AmendmentEntity, { where: { checkId }, order: { madeAt: 'ASC' } });
    const signed = shown.map((check) => ({
      check,
      findings: inOrder(findings.filter((each) => each.checkId === check.id)),
      amendments: amendments.filter((each) => each.checkId === check.id),
    }));
    return ok({ open, signed, more: checks.length > limit });
  }

  adjusting(familyId: string): Promise<Adjusting> {
    return adjustingOfFamily(this.database.manager, familyId, personIdOf(currentActor()));
  }

  bladeEvidence(bladeSetId: string): ReturnType<typeof bladeEvidence> {
    return bladeEvidence(this.database.manager, bladeSetId);
  }

  /** The open checks, the latest first. */
  async open(): Promise<CheckEntity[]> {
    return this.database.manager.find(CheckEntity, {
      where: { state: 'draft' },
      order: { savedAt: 'DESC' },
      relations: { unit: { family: true } },
      take: 100,
    });
  }

  /** Runs work on an open check. A check that the same request (`sent`) already closed is returned unchanged. */
  private async onDraft(
    id: string,
    sent: Partial<CheckEntity> | null,
    work: (manager: EntityManager, check: CheckEntity, unit: UnitEntity) => Promise<Result<CheckWithFindings>>,
  ): Promise<Result<CheckWithFindings>> {
    const [known] = await prepared<{ unitId: string }>(this.database.manager, UNIT_OF, [id]);
    if (known === undefined) return fail(refusals.noSuchCheck);
    return this.transaction.run(async (manager) => {
      const unit = await this.units.lock(manager, known.unitId);
      const [found] = await preparedRows(manager, CheckEntity, BY_ID, [id]);
      if (found === undefined) throw new Error(`no check ${id}`);
      const check = Object.assign(found, { unit });
      if (check.state === 'draft') return work(manager, check, unit);
      const same = sent !== null && sameContent(check, sent);
      return same ? ok(await withFindings(manager, check)) : fail(refusals.notADraft(check));
    });
  }
}

const familyOf = async (manager: EntityManager, { familyId }: UnitEntity): Promise<FamilyEntity> =>
  valueAt(await knownFamilies(manager, [familyId]), familyId);

const personIdOf = (actor: ReturnType<typeof currentActor>): string | null =>
  actor.kind === 'person' ? actor.id : null;
