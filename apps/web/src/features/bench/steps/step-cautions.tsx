import type { CheckStep } from '@sturdy-shim/core';
import { cautionsAt } from '../../../shared/format/index.ts';
import type { StepProps } from './step-props.ts';

interface StepCautionsProps extends Pick<StepProps, 'unit'> {
  readonly step: CheckStep | 'found' | 'left';
}

/** Cautions of this step; they stay visible while the step scrolls. */
export function StepCautions({ step, unit: { family, kind } }: StepCautionsProps) {
  const cautions = cautionsAt(step, family.sheet, kind);
  return cautions.length === 0 ? null : (
    <p className="step-caution" role="note">
      {cautions.join(' ')}
    </p>
  );
}
