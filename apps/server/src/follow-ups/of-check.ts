import { randomUUID } from 'node:crypto';
import type { WorkFacts } from '@sturdy-shim/core';
import { type EntityManager, type FindOptionsWhere, In, IsNull } from 'typeorm';
import { plainFacts } from '../platform/index.ts';
import { FollowUpEntity } from './follow-up.entity.ts';

interface SignedCheck {
  readonly id: string;
  readonly unitId: string;
  readonly signedBy: string;
  readonly at: Date;
  readonly work: WorkFacts;
  /** The open work that it leaves, in words. */
  readonly leftOpen: readonly string[];
}

/**
 * Updates follow-ups when a check is signed: adds the work it leaves and closes the earlier work it did. A check that
 * ran the engine closes open run confirmations; one that postponed the run adds one.
 */
export async function leaveFollowUps(
  manager: EntityManager,
  { id: checkId, unitId, signedBy, at, work, leftOpen }: SignedCheck,
): Promise<void> {
  const close = async (which: FindOptionsWhere<FollowUpEntity>, closingNote: string): Promise<void> => {
    const closed = { closedAt: at, closedBy: signedBy, closingNote, closedByCheckId: checkId };
    await manager.update(FollowUpEntity, { ...which, unitId, closedAt: IsNull() }, closed);
  };
  if (work.ran === 'well') await close({ kind: 'prove-at-work' }, 'Ran well at a later check.');
  if (work.ran === 'trouble') await close({ kind: 'prove-at-work' }, 'Did not run well at a later check.');
  const done = (work.closes ?? []).map(({ followUpId }) => followUpId);
  if (done.length > 0) await close({ id: In(done) }, 'Done at a later check.');
  const row = (kind: FollowUpEntity['kind'], facts: Pick<FollowUpEntity, 'what' | 'part' | 'who' | 'byDay'>) => ({
    id: randomUUID(),
    unitId,
    checkId,
    kind,
    ...facts,
    madeBy: signedBy,
    madeAt: at,
  });
  const rows = [
    ...leftOpen.map((what) => row('unfinished', { what, part: '', who: '', byDay: null })),
    ...(work.followUps ?? []).map(({ what, part, who, by }) => row('unfinished', { what, part, who, byDay: by })),
    ...(work.ran === 'later' || work.skipped?.some(({ step }) => step === 'run') === true
      ? [row('prove-at-work', { what: '', part: '', who: '', byDay: null })]
      : []),
  ];
  if (rows.length > 0) await manager.insert(FollowUpEntity, rows);
}

/** Inserts a follow-up of kind `unfinished`; an open one gives the unit the status keep-in. */
export async function leaveOpen(
  manager: EntityManager,
  open: {
    readonly checkId: string;
    readonly unitId: string;
    readonly what: string;
    readonly by: string;
    readonly at: Date;
  },
): Promise<void> {
  const { checkId, unitId, what, by: madeBy, at: madeAt } = open;
  const said = { part: '', who: '', byDay: null, madeBy, madeAt };
  await manager.insert(FollowUpEntity, { id: randomUUID(), unitId, checkId, kind: 'unfinished', what, ...said });
}

/** After striking out: withdraws the follow-ups of the check and reopens those that it closed. */
export async function withdrawFollowUps(manager: EntityManager, checkId: string): Promise<void> {
  await manager.update(FollowUpEntity, { checkId }, { withdrawn: true });
  await manager.update(FollowUpEntity, { closedByCheckId: checkId }, { closedAt: null });
}

/** It counts after all. */
export async function restoreFollowUps(
  manager: EntityManager,
  { id: checkId, performedAt }: { readonly id: string; readonly performedAt: Date | null },
): Promise<void> {
  await manager.update(FollowUpEntity, { checkId }, { withdrawn: false });
  await manager.update(FollowUpEntity, { closedByCheckId: checkId, closedAt: IsNull() }, { closedAt: performedAt });
}

/** Open follow-ups, as facts of the status. */
export const OPEN_FOLLOW_UPS = plainFacts<
  Pick<FollowUpEntity, 'id' | 'unitId' | 'kind' | 'what' | 'byDay'> & { readonly madeAt: string }
>(
  `select id, unit_id as "unitId", kind, what, by_day as "byDay", made_at as "madeAt" from follow_up
   where unit_id = any($1) and closed_at is null and not withdrawn`,
);
