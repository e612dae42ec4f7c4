import { STATED_OUTCOMES, type CheckOutcome, type StatedOutcome, needsFollowUp, outcomeOf } from '@sturdy-shim/core';
import { Select } from 'antd';
import { OUTCOME_WORDS } from '../../../shared/format/index.ts';
import { type EvaluationContext, evaluateValve } from '../draft/evaluated-valve.ts';
import { withWork } from '../steps/step-frame.tsx';
import type { StepProps } from '../steps/step-props.ts';
import { EMPTY_FOLLOW_UP } from './follow-ups-panel.tsx';

/** The outcome of the check: by its gaps, or as stated. */
export function OutcomePanel({ by, draft, change }: Pick<StepProps, 'by' | 'draft' | 'change'>) {
  const stated = draft.work?.outcome ?? null;
  const choose = (outcome: StatedOutcome | null): void =>
    change((before) => {
      const followUps = before.work?.followUps ?? [];
      const asks = outcome !== null && needsFollowUp(outcome) && followUps.length === 0;
      return withWork({ outcome, ...(asks && { followUps: [firstFollowUp(outcome)] }) })(before);
    });
  return (
    <section aria-labelledby="outcome-title" className="outcome">
      <h3 id="outcome-title">How it ends</h3>
      <Select<StatedOutcome | 'by-gaps'>
        aria-labelledby="outcome-title"
        value={stated ?? 'by-gaps'}
        onChange={(chosen) => choose(chosen === 'by-gaps' ? null : chosen)}
        options={[
          { value: 'by-gaps', label: OUTCOME_WORDS[outcomeOfDraft(by, { ...draft, work: {} })] },
          ...STATED_OUTCOMES.map((value) => ({ value, label: OUTCOME_WORDS[value] })),
        ]}
        popupMatchSelectWidth={false}
      />
    </section>
  );
}

const firstFollowUp = (outcome: StatedOutcome) => ({
  ...EMPTY_FOLLOW_UP,
  what: outcome === 'to-dealer' ? 'Bring it to the dealer and have the valves set' : '',
});

/** As it would be signed now. */
export const outcomeOfDraft = (by: EvaluationContext, draft: StepProps['draft']): CheckOutcome =>
  outcomeOf(draft.work?.outcome ?? null, statesOfDraft(by, draft));

/** How the check would leave each valve if it were signed now; null: not gauged. */
export const statesOfDraft = (by: EvaluationContext, draft: StepProps['draft']) =>
  draft.valves.map((valve) => ({
    adjusted: valve.adjusted,
    state:
      valve.adjusted || valve.found.length > 0
        ? evaluateValve(by, draft, valve, valve.adjusted ? 'left' : 'found').verdict.state
        : null,
  }));
