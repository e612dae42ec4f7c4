import { type ShimStep, gapDigits, mm } from '@sturdy-shim/core';
import type { FamilyDto } from '../api/index.ts';

/** What to do with the shim of one valve. Shims are always in mm. */
export function shimStepText(step: ShimStep): string {
  const two = (value: number): string => `${gapDigits(mm(value), 'mm')} mm`;
  switch (step.kind) {
    case 'leave':
      return 'in spec: leave it';
    case 'reuse':
      return `put in the ${two(step.shimMm)} that comes out of ${step.from}: gap ${two(step.resultMm)}`;
    case 'buy':
      return `put in a ${two(step.shimMm)}: gap ${two(step.resultMm)}`;
    case 'impossible':
      return 'no shim in stock or in this engine brings it into spec';
  }
}

/** Available shims; empty where not stated. */
export const shimsText = ({
  shimFromMm,
  shimToMm,
  shimStepMm,
}: Pick<FamilyDto['sheet'], 'shimFromMm' | 'shimToMm' | 'shimStepMm'>): string =>
  shimFromMm === null || shimToMm === null || shimStepMm === null
    ? ''
    : `${shimFromMm} to ${shimToMm} mm, in steps of ${shimStepMm} mm`;
