import { Alert, Button } from 'antd';
import type { MakeSafe } from '../../../shared/api/index.ts';
import { Key, useKeys } from '../../../shared/ui/index.ts';
import { BigChoice } from './big-choice.tsx';
import type { StepProps } from './step-props.ts';

const MEASURES: readonly (readonly [MakeSafe, string])[] = [
  ['plug-lead-off', 'Plug lead off and tied back'],
  ['battery-off', 'Battery negative off, or none fitted'],
  ['fuel-shut', 'Fuel shut'],
  ['level-and-clear', 'Machine level, blades and belts kept clear'],
];

/** Nothing is opened before this. */
export function SafeStep({ unit: { family }, draft, change, goOn }: StepProps) {
  const toggle = (measure: MakeSafe): void =>
    change((before) => ({
      ...before,
      madeSafe: before.madeSafe.includes(measure)
        ? before.madeSafe.filter((each) => each !== measure)
        : [...before.madeSafe, measure],
    }));
  useKeys(
    MEASURES.map(([measure, words], index) => ({ key: String(index + 1), what: words, run: () => toggle(measure) })),
  );
  return (
    <main className="bench-work">
      <h2>Make safe</h2>
      {family.dealerOnly && (
        <Alert
          type="warning"
          title="The maker leaves this work to authorized dealers. Make sure your shop may do it."
        />
      )}
      <div className="big-choices" role="group" aria-label="What was done">
        {MEASURES.map(([measure, words], index) => (
          <BigChoice
            key={measure}
            role="checkbox"
            words={words}
            keyName={String(index + 1)}
            chosen={draft.madeSafe.includes(measure)}
            choose={() => toggle(measure)}
          />
        ))}
      </div>
      <ul className="cautions">
        {family.cautions.map((caution) => (
          <li key={caution}>{caution}</li>
        ))}
        <li>Never run an engine indoors: carbon monoxide.</li>
        <li>Follow the maker’s manual. It comes before anything said here.</li>
      </ul>
      <Button type="primary" size="large" onClick={goOn}>
        Next <Key name="Enter" />
      </Button>
    </main>
  );
}
