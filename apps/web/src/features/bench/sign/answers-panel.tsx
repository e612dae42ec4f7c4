import { PROBLEM_AFTER, type ProblemAfter } from '@sturdy-shim/core';
import { AFTER_WORDS, SYMPTOM_WORDS } from '../../../shared/format/index.ts';
import { useBenchPort } from '../port/bench-port.ts';
import { withWork } from '../steps/step-frame.tsx';
import type { StepProps } from '../steps/step-props.ts';

/** Earlier reports and their current state; only problems that are gone are closed. */
export function AnswersPanel({ draft, change }: Pick<StepProps, 'draft' | 'change'>) {
  const problems = useBenchPort().useProblems();
  const answers = draft.work?.answers ?? [];
  if (problems.length === 0) return null;
  const say = (reportId: string, after: ProblemAfter): void =>
    change(withWork({ answers: [...answers.filter((each) => each.reportId !== reportId), { reportId, after }] }));
  return (
    <section aria-labelledby="answers-title" className="answers">
      <h3 id="answers-title">What was reported, and now</h3>
      {problems.map(({ id, symptom }) => {
        const said = answers.find(({ reportId }) => reportId === id)?.after;
        return (
          <div key={id} className="big-choices" role="radiogroup" aria-label={`Before: ${SYMPTOM_WORDS[symptom]}. Now`}>
            <span className="answer-before">Before: {SYMPTOM_WORDS[symptom]}. Now:</span>
            {PROBLEM_AFTER.map((after) => (
              <button
                key={after}
                type="button"
                role="radio"
                aria-checked={said === after}
                className={`big-choice${said === after ? ' chosen' : ''}`}
                onClick={() => say(id, after)}
              >
                <span className="step-box" aria-hidden="true" />
                {AFTER_WORDS[after]}
              </button>
            ))}
            {said !== undefined && said !== 'gone' && <span className="muted">It stays reported.</span>}
          </div>
        );
      })}
    </section>
  );
}
