import { ChoiceRow } from './choice-row.tsx';
import { Curing } from './curing.tsx';
import { StepFrame, withWork } from './step-frame.tsx';
import type { StepProps } from './step-props.ts';

const RAN = [
  ['well', 'Starts and runs well'],
  ['trouble', 'It does not run well'],
  ['later', 'Not run here: to be proven at work'],
] as const;

/** The run after the check. */
export const RunStep = ({ unit, draft, change, goOn }: StepProps) => (
  <StepFrame step="run" unit={unit} draft={draft} change={change} goOn={goOn}>
    {draft.work?.seal === 'sealant' && <Curing family={unit.family} sealantAt={draft.work.sealantAt ?? null} />}
    <p className="muted">
      Hands, sleeves and tools clear of what turns. It starts easily, does not tick or smoke, and no oil shows at the
      cover.
    </p>
    <ChoiceRow
      label="How it ran"
      options={RAN}
      value={draft.work?.ran ?? null}
      choose={(ran) => change(withWork({ ran }))}
    />
  </StepFrame>
);
