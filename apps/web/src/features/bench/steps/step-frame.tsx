import type { CheckStep } from '@sturdy-shim/core';
import { Button, Input } from 'antd';
import { type ReactNode, useState } from 'react';
import { TEXT_LIMITS, type WorkDto } from '../../../shared/api/index.ts';
import { STEP_WORDS } from '../../../shared/format/index.ts';
import { Key, ShopField, ShopForm } from '../../../shared/ui/index.ts';
import { StepSheet } from './step-sheet.tsx';
import { StepCautions } from './step-cautions.tsx';
import type { StepProps } from './step-props.ts';

interface StepFrameProps extends Pick<StepProps, 'unit' | 'draft' | 'change' | 'goOn'> {
  readonly step: CheckStep;
  readonly children: ReactNode;
  /** Content beside the choices; by default the facts of the sheet and the last check for this step. */
  readonly beside?: ReactNode;
}

/** Updates the work entries. */
export const withWork =
  (next: Partial<WorkDto>) =>
  (before: StepProps['draft']): StepProps['draft'] => ({ ...before, work: { ...before.work, ...next } });

/** One step of the work: its question, the continue button, and skipping with a reason. */
export function StepFrame({ step, unit, draft, change, goOn, beside, children }: StepFrameProps) {
  const skipped = draft.work?.skipped?.find((each) => each.step === step);
  const others = draft.work?.skipped?.filter((each) => each.step !== step) ?? [];
  const [open, setOpen] = useState(false);
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
          <ShopForm
            name="skip"
            className="step-skip"
            initial={{ reason: '' }}
            submit="Skip it"
            send={({ reason }) => {
              change(withWork({ skipped: [...others, { step, reason: reason.trim() }] }));
              goOn();
              return Promise.resolve(null);
            }}
          >
            <ShopField name="reason" label="Why it is skipped" needed="Say why it is skipped.">
              <Input autoFocus maxLength={TEXT_LIMITS.SkippedStepDto.reason} />
            </ShopField>
          </ShopForm>
        )}
      </div>
      <div className="step-beside">{beside ?? <StepSheet step={step} unit={unit} />}</div>
    </main>
  );
}
