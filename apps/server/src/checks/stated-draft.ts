import { needsFollowUp } from '@sturdy-shim/core';
import type { Refusal } from '../platform/index.ts';
import type { CheckDraft } from './check.entity.ts';
import type { StatedDraft } from './findings.ts';
import * as refusals from './refusals.ts';

/** Null: no valve was gauged or moved, and the outcome states why. */
export function statedDraft(draft: CheckDraft): { readonly draft: StatedDraft } | { readonly refusal: Refusal } | null {
  const { engine, position, work = {} } = draft;
  const outcome = work.outcome ?? null;
  const followUps = work.followUps ?? [];
  const unsaid = outcome !== null && needsFollowUp(outcome) && followUps.length === 0;
  if (unsaid || followUps.some(({ what }) => what.trim() === '')) return { refusal: refusals.noFollowUp };
  if (draft.valves.every(({ found, adjusted }) => found.length === 0 && !adjusted))
    return outcome === null ? { refusal: refusals.nothingGauged } : null;
  if (draft.measureOnly === true && draft.valves.some(({ adjusted }) => adjusted))
    return { refusal: refusals.measuredAndMoved };
  if (engine === null) return { refusal: refusals.notStated('engine') };
  if (position === null) return { refusal: refusals.notStated('position') };
  return { draft: { ...draft, engine, position } };
}

/** An adjuster was moved, and turning over and gauging again is not stated. */
export const notSaid = ({ valves, turnedOver }: CheckDraft): boolean =>
  valves.some(({ adjusted }) => adjusted) && !turnedOver;
