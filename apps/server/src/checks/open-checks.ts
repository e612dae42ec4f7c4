import { type OpenDraftContext, openWork } from '@sturdy-shim/core';
import { isDeepStrictEqual } from 'node:util';
import { plainFacts } from '../platform/index.ts';
import type { CheckDraft } from './check.entity.ts';

/**
 * Open checks, as input of the status; a unit has one at most. A check with an engine question counts only after a lead
 * answered that the engine is open; saving the draft deletes the question.
 */
export const OPEN_CHECKS = plainFacts<{
  readonly unitId: string;
  readonly draft: CheckDraft;
  readonly by: string;
  readonly startedAt: string;
  readonly bladeToleranceMm: number | null;
}>(
  `select valve_check.unit_id as "unitId", draft, saved_by as by, started_at as "startedAt", blade_set.tolerance_mm as "bladeToleranceMm"
   from valve_check left join blade_set on blade_set.id::text = draft ->> 'bladeSetId'
   where valve_check.unit_id = any($1) and state = 'draft' and not exists (
     select 1 from engine_question where check_id = valve_check.id and answer is distinct from 'open')`,
);

/** Whether a save changes the open work of the draft. */
export const opensOtherwise = (before: CheckDraft, after: CheckDraft, context: OpenDraftContext): boolean =>
  !isDeepStrictEqual(openWork(before, context), openWork(after, context));
