import type { CheckStep } from '@sturdy-shim/core';
import { Button, Input } from 'antd';
import { type ReactNode, useState } from 'react';
import { TEXT_LIMITS, type WorkDto } from '../../../shared/api/index.ts';
import { STEP_WORDS } from '../../../shared/format/index.ts';
import { Key } from '../../../shared/ui/index.ts';
import { StepSheet } from './step-sheet.tsx';
import { StepCautions } from './step-cautions.tsx';
import type { StepProps } from './step-props.ts';

interface StepFrameProps extends Pick<StepProps, 'unit' | 'draft' | 'change' | 'goOn'> {
  readonly step: CheckStep;
  readonly children: ReactNode;
  /** Stands beside the choices; left out: what the sheet and the last check say of this step. */
  readonly beside?: ReactNode;
}

/** Changes what was done beside gauging. */
export const withWork =
  (next: Partial<WorkDto>) =>
  (before: StepProps['draft']): StepProps['draft'] => ({ ...before, work: { ...before.work, ...next } });

/** One step of the work: what it asks, how to go on, and how to skip it with a reason. */
export function StepFrame({ step, unit, draft, change, goOn, beside, children }: StepFrameProps) {
  const skipped = draft.work?.skipped?.find((each) => each.step === step);
  const others = draft.work?.skipped?.filter((each) => each.step !== step) ?? [];
  const [open, setOpen] = useState(false);
  const [reason, setReason] = useState('');
  const skip = (): void => {
    change(withWork({ skipped: [...others, { step, reason: reason.trim() }] }));
    goOn();
  };
  return (
    <main className="bench-work with-sheet">
      <div className="step-work">
        <h2>{STEP_WORDS[step]}</h2>
        <StepCautions step={step} unit={unit} />
        {children}
        {skipped !== undefined && (
          <p className="words-undecided">
            Skipped: {skipped.reason}{' '}
            <Button size="small" onClick={() => change(withWork({ skipped: others }))}>
              Not skipped
            </Button>
          </p>
        )}
        <div className="step-acts">
          <Button type="primary" size="large" onClick={goOn}>
            Next <Key name="Enter" />
          </Button>
          {skipped === undefined && !open && <Button onClick={() => setOpen(true)}>Skip this step</Button>}
        </div>
        {open && skipped === undefined && (
          <form
            className="step-skip"
            onSubmit={(event) => {
              event.preventDefault();
              if (reason.trim() !== '') skip();
            }}
          >
            <label htmlFor="skip-reason">Why it is skipped</label>
            <Input
              id="skip-reason"
              autoFocus
              maxLength={TEXT_LIMITS.SkippedStepDto.reason}
              value={reason}
              onChange={({ target }) => setReason(target.value)}
            />
            <Button htmlType="submit" disabled={reason.trim() === ''}>
              Skip it
            </Button>
          </form>
        )}
      </div>
      <div className="step-beside">{beside ?? <StepSheet step={step} unit={unit} />}</div>
    </main>
  );
}
