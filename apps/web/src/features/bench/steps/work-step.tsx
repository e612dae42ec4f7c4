import type { CheckStep } from '@sturdy-shim/core';
import type { ComponentType } from 'react';
import { CapsStep, ReleaseStep } from './after-steps.tsx';
import { CloseStep } from './close-step.tsx';
import { NameStep } from './name-step.tsx';
import { OpenStep } from './open-step.tsx';
import { PositionStep } from './position-step.tsx';
import { RunStep } from './run-step.tsx';
import { SafeStep } from './safe-step.tsx';
import type { StepProps } from './step-props.ts';
import { TemperatureStep } from './temperature-step.tsx';

const STEPS: Readonly<Record<CheckStep, ComponentType<StepProps>>> = {
  safe: SafeStep,
  temperature: TemperatureStep,
  open: OpenStep,
  name: NameStep,
  position: PositionStep,
  release: ReleaseStep,
  caps: CapsStep,
  close: CloseStep,
  run: RunStep,
};

/** The current step, except gauging and signing. */
export function WorkStep({ id, ...props }: StepProps & { readonly id: CheckStep }) {
  const Step = STEPS[id];
  return <Step {...props} />;
}
