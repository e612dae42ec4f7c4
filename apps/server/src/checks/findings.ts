import {
  type EvaluatedGap,
  type GapQuestion,
  type Specification,
  circumstancesAt,
  evaluateValve,
  gapQuestions,
  isOutside,
} from '@sturdy-shim/core';
import { randomUUID } from 'node:crypto';
import type { CheckDraft, DraftValve, FindingEntity } from './check.entity.ts';
import type { EvaluationContext } from './evaluation-context.ts';

/** A draft with stated engine temperature and position, without which no gap can be evaluated. */
export type StatedDraft = CheckDraft & { engine: 'cold' | 'warm'; position: NonNullable<CheckDraft['position']> };

/** The gap interval of one valve in a draft. */
const evaluated = (
  draft: StatedDraft,
  valve: DraftValve,
  phase: 'found' | 'left',
  specification: Specification | null,
  { rules, bladeToleranceMm }: EvaluationContext,
): EvaluatedGap =>
  evaluateValve(valve[phase], {
    kind: valve.kind,
    specification,
    circumstances: circumstancesAt(draft, valve, phase),
    measureOnly: draft.measureOnly === true,
    rules,
    bladeToleranceMm,
  });

/** Unanswered questions about the gaps as found. */
export const openQuestions = (
  draft: StatedDraft,
  specification: Specification | null,
  context: EvaluationContext,
): GapQuestion[] =>
  // A measure-only check has no wrong setting: a gap out of spec keeps the unit in.
  draft.measureOnly === true
    ? []
    : gapQuestions(
        draft.valves,
        draft.valves.map((valve) => evaluated(draft, valve, 'found', specification, context)),
        context.rules,
      );

/** The findings of a signed check for each valve that was gauged or moved. */
export function findingsOf(
  draft: StatedDraft,
  specification: Specification | null,
  check: { readonly id: string; readonly unitId: string },
  context: EvaluationContext,
): FindingEntity[] {
  const measureOnly = draft.measureOnly === true;
  const finding = (valve: DraftValve, phase: 'found' | 'left'): FindingEntity => {
    const { reading, window, verdict } = evaluated(draft, valve, phase, specification, context);
    return {
      id: randomUUID(),
      checkId: check.id,
      unitId: check.unitId,
      cylinder: valve.cylinder,
      kind: valve.kind,
      ordinal: valve.ordinal,
      phase,
      // A measure-only check does not change the unit's status, except by a gap that is out of spec.
      final: (!measureOnly || isOutside(verdict)) && (phase === 'left' || !valve.adjusted),
      tries: valve[phase],
      reading,
      window,
      verdictState: verdict.state,
      verdict,
    };
  };
  return draft.valves.flatMap((valve) => [
    ...(valve.found.length > 0 ? [finding(valve, 'found')] : []),
    // The gap of a valve that was moved and not gauged again is unknown, even if it was gauged before.
    ...(valve.adjusted ? [finding(valve, 'left')] : []),
  ]);
}
