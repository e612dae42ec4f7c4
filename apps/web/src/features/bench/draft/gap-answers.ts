import { type GapQuestion, type NoGapCause, gapQuestions, otherKindOf } from '@sturdy-shim/core';
import type { CheckDraftDto, DraftValveDto } from '../../../shared/api/index.ts';
import { type EvaluationContext, evaluateValve, rulesOf } from './evaluated-valve.ts';

/** The open questions about the gaps as found; none for a measure-only check. */
export const openQuestions = (by: EvaluationContext, draft: CheckDraftDto): GapQuestion[] =>
  draft.measureOnly === true
    ? []
    : gapQuestions(
        draft.valves,
        draft.valves.map((valve) => evaluateValve(by, draft, valve, 'found')),
        rulesOf(by),
      );

/** The tries do not measure the gap: they are kept together with their cause. */
const explained = (valve: DraftValveDto, cause: NoGapCause): DraftValveDto => ({
  ...valve,
  noGap: [...(valve.noGap ?? []), { cause, tries: valve.found }],
  found: cause === 'confirmed' ? valve.found : [],
});

/**
 * Stores why no blade went into a valve. At overlap every valve of its cylinder that showed no gap is gauged again;
 * every other cause belongs to the one valve.
 */
export function answerNoGap(
  by: EvaluationContext,
  draft: CheckDraftDto,
  index: number,
  cause: NoGapCause,
): CheckDraftDto {
  const { cylinder } = draft.valves[index] ?? {};
  const asked = new Set(
    openQuestions(by, draft)
      .filter(({ kind }) => kind === 'no-gap')
      .map(({ valve }) => valve),
  );
  const answers = (valve: DraftValveDto, each: number): boolean =>
    each === index || (cause === 'overlap' && valve.cylinder === cylinder && asked.has(each));
  return {
    ...draft,
    valves: draft.valves.map((valve, each) => (answers(valve, each) ? explained(valve, cause) : valve)),
  };
}

/**
 * Answer for two valves that showed each other’s figures: the names are right, or the entries of the two are exchanged.
 */
export function answerSwap(
  draft: CheckDraftDto,
  index: number,
  swap: NonNullable<DraftValveDto['swap']>,
): CheckDraftDto {
  const valve = draft.valves[index];
  const partner = valve === undefined ? null : otherKindOf(draft.valves, valve);
  const other = partner === null ? undefined : draft.valves[partner];
  if (valve === undefined || partner === null || other === undefined) return draft;
  const named = ({ cylinder, kind, ordinal }: DraftValveDto) => ({ cylinder, kind, ordinal, swap });
  const [mine, theirs] =
    swap === 'exchanged'
      ? [
          { ...other, ...named(valve) },
          { ...valve, ...named(other) },
        ]
      : [
          { ...valve, swap },
          { ...other, swap },
        ];
  return {
    ...draft,
    valves: draft.valves.map((each, place) => (place === index ? mine : place === partner ? theirs : each)),
  };
}
