import { makeSafeFor } from '@sturdy-shim/core';
import { Alert } from 'antd';
import type { MakeSafe } from '../../../shared/api/index.ts';
import { makeSafeText } from '../../../shared/format/index.ts';
import { useKeys } from '../../../shared/ui/index.ts';
import { BigChoice } from './big-choice.tsx';
import { StepFrame } from './step-frame.tsx';
import type { StepProps } from './step-props.ts';

/** Make safe, before anything is opened. */
export function SafeStep({ unit, draft, change, goOn }: StepProps) {
  const { family } = unit;
  const { makeSafe, fuel } = family.sheet;
  const measures = makeSafe.length > 0 ? makeSafe : makeSafeFor(fuel);
  const toggle = (measure: MakeSafe): void =>
    change((before) => ({
      ...before,
      madeSafe: before.madeSafe.includes(measure)
        ? before.madeSafe.filter((each) => each !== measure)
        : [...before.madeSafe, measure],
    }));
  useKeys(
    measures.map((measure, index) => ({
      key: String(index + 1),
      what: makeSafeText(measure, family.sheet),
      run: () => toggle(measure),
    })),
  );
  return (
    <StepFrame step="safe" unit={unit} draft={draft} change={change} goOn={goOn}>
      {family.dealerOnly && (
        <Alert
          type="warning"
          title="The maker leaves this work to authorized dealers. Make sure your shop may do it."
        />
      )}
      <ul className="cautions">
        {family.cautions.map((caution) => (
          <li key={caution}>{caution}</li>
        ))}
        <li>Never run an engine indoors: carbon monoxide.</li>
        <li>Follow the maker’s manual. It comes before anything said here.</li>
      </ul>
      <div className="big-choices" role="group" aria-label="What was done">
        {measures.map((measure, index) => (
          <BigChoice
            key={measure}
            role="checkbox"
            words={makeSafeText(measure, family.sheet)}
            keyName={String(index + 1)}
            chosen={draft.madeSafe.includes(measure)}
            choose={() => toggle(measure)}
          />
        ))}
      </div>
    </StepFrame>
  );
}
