import { Injectable } from '@nestjs/common';
import { createHash } from 'node:crypto';
import { DataSource, type EntityManager, IsNull } from 'typeorm';
import { CheckEntity } from '../checks/index.ts';
import { SourceEntity } from '../families/index.ts';
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
import { UnitEntity } from '../units/index.ts';
import type { AttachQuery, AttachmentDto, BesideQuery } from './attachment.dto.ts';
import { AttachmentContentEntity, AttachmentEntity } from './attachment.entity.ts';
import { mediaTypeOf } from './media-type.ts';

/** Enough for a page or a full-size photo, too small for a video. */
export const MAX_BYTES = 8_000_000;
const MAX_BESIDE_ONE = 12;

/** Photos and pages attached to sources, units and checks. They are stored and shown, never executed or parsed. */
@Injectable()
export class AttachmentsService {
  constructor(
    private readonly database: DataSource,
    private readonly transaction: AuditedTransaction,
    private readonly clock: Clock,
  ) {}

  /** Stores a file; idempotent by its id. */
  async attach({ id, name, ...beside }: AttachQuery, bytes: Buffer): Promise<Result<AttachmentEntity>> {
    const { sourceId = null, unitId = null, checkId = null } = beside;
    const [place, ...others] = (['sourceId', 'unitId', 'checkId'] as const).flatMap((field) => {
      const at = beside[field];
      return at === undefined ? [] : [{ field, id: at }];
    });
    if (place === undefined || others.length > 0) return fail(besideOne);
    const mediaType = mediaTypeOf(bytes);
    if (mediaType === null) return fail(notAPicture(name));
    const sha256 = createHash('sha256').update(bytes).digest('hex');
    return this.transaction.run(async (manager) => {
      if (!(await lockBeside(manager, place))) return fail(nothingThere(place.field));
      const before = await manager.findOneBy(AttachmentEntity, { id });
      if (before !== null) {
        const same = sameContent(before, { sha256, name, sourceId, unitId, checkId });
        return same ? ok(before) : fail(idTaken('file', attachmentDto(before)));
      }
      const there = await manager.countBy(AttachmentEntity, {
        [place.field]: place.id,
        takenOffAt: IsNull(),
      });
      if (there >= MAX_BESIDE_ONE) return fail(tooMany);
      const row: AttachmentEntity = {
        id,
        sourceId,
        unitId,
        checkId,
        name,
        mediaType,
        size: bytes.length,
        sha256,
        addedBy: currentActor().name,
        addedAt: this.clock.now(),
        takenOffAt: null,
      };
      await manager.insert(AttachmentEntity, row);
      await manager.insert(AttachmentContentEntity, { attachmentId: id, bytes });
      return ok(row);
    });
  }

  /** The attachments of a family's sources, a unit, or a check; oldest first. */
  beside({ familyId, unitId, checkId }: BesideQuery): Promise<AttachmentEntity[]> {
    if (familyId === undefined && unitId === undefined && checkId === undefined) return Promise.resolve([]);
    return this.database.manager.find(AttachmentEntity, {
      where: {
        takenOffAt: IsNull(),
        ...(unitId !== undefined && { unitId }),
        ...(checkId !== undefined && { checkId }),
        ...(familyId !== undefined && { source: { familyId } }),
      },
      order: { addedAt: 'ASC', id: 'ASC' },
    });
  }

  async content(id: string): Promise<Result<{ readonly file: AttachmentEntity; readonly bytes: Buffer }>> {
    const { manager } = this.database;
    const file = await manager.findOneBy(AttachmentEntity, { id, takenOffAt: IsNull() });
    if (file === null) return fail(noSuchFile);
    const { bytes } = await manager.findOneByOrFail(AttachmentContentEntity, { attachmentId: id });
    return ok({ file, bytes });
  }

  /** Hides an attachment. It stays in the database, because a check may have been evaluated by it. */
  async takeOff(id: string): Promise<Result<AttachmentEntity>> {
    return this.transaction.run(async (manager) => {
      const file = await manager.findOne(AttachmentEntity, { where: { id }, lock: { mode: 'pessimistic_write' } });
      if (file === null) return fail(noSuchFile);
      if (file.takenOffAt === null) await manager.update(AttachmentEntity, { id }, { takenOffAt: this.clock.now() });
      return ok(file);
    });
  }
}

/** Serializes additions to one owner, so that the limit holds. */
async function lockBeside(manager: EntityManager, { field, id }: Place): Promise<boolean> {
  const at = { where: { id }, lock: { mode: 'pessimistic_write' }, select: { id: true } } as const;
  switch (field) {
    case 'sourceId':
      return (await manager.findOne(SourceEntity, at)) !== null;
    case 'unitId':
      return (await manager.findOne(UnitEntity, at)) !== null;
    case 'checkId':
      return (await manager.findOne(CheckEntity, at)) !== null;
  }
}

/** The owner of an attachment. */
interface Place {
  readonly field: 'sourceId' | 'unitId' | 'checkId';
  readonly id: string;
}

export const attachmentDto = (file: AttachmentEntity): AttachmentDto => ({
  id: file.id,
  sourceId: file.sourceId,
  unitId: file.unitId,
  checkId: file.checkId,
  name: file.name,
  mediaType: file.mediaType,
  size: file.size,
  addedBy: file.addedBy,
  addedAt: file.addedAt.toISOString(),
});

const besideOne: Refusal = {
  code: 'beside-one',
  status: 422,
  field: 'sourceId',
  detail: 'A file belongs to one source, one unit or one check.',
  remedy: 'Give one of them.',
};
const notAPicture = (name: string): Refusal => ({
  code: 'not-a-picture',
  status: 422,
  field: 'file',
  detail: `${name} is not a JPEG, PNG, WebP or PDF by its content, whatever it is called.`,
  remedy: 'Photograph the page or the plate, or save it as JPEG or PDF.',
});
const NOTHING_THERE = { sourceId: 'source', unitId: 'unit', checkId: 'check' } as const;
const nothingThere = (field: Place['field']): Refusal => ({
  code: `no-such-${NOTHING_THERE[field]}`,
  status: 422,
  field,
  detail: `There is no such ${NOTHING_THERE[field]}.`,
  remedy: 'Load the page again.',
});
const tooMany: Refusal = {
  code: 'too-many-files',
  status: 422,
  field: 'file',
  detail: `${MAX_BESIDE_ONE} files stand here already.`,
  remedy: 'Remove one that is no longer needed.',
};
const noSuchFile: Refusal = {
  code: 'no-such-file',
  status: 404,
  detail: 'There is no such file, or it was taken off.',
  remedy: 'Load the page again.',
};
