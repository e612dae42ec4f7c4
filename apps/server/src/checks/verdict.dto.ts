import type { Doubt, Obstacle, Verdict } from '@sturdy-shim/core';
import { ChoiceField, KindField, NestedField, NumberField } from '../platform/index.ts';

export class ChancesDto {
  @NumberField({ min: 0, max: 1, unit: 'probability', example: 0.1 })
  tight!: number;
  @NumberField({ min: 0, max: 1, unit: 'probability', example: 0.8 })
  inside!: number;
  @NumberField({ min: 0, max: 1, unit: 'probability', example: 0.1 })
  loose!: number;
}

export const DOUBTS = [
  'untried',
  'clash',
  'stated',
  'open-below',
  'open-above',
  'across-an-edge',
] as const satisfies readonly Doubt['why'][];
export const OBSTACLES = [
  'engine-not-cold',
  'engine-not-warm',
  'temperature-not-stated',
  'position-unconfirmed',
  'position-not-allowed',
] as const satisfies readonly Obstacle[];
export class InsideVerdictDto {
  @KindField('inside')
  state!: 'inside';
  @ChoiceField(['proven', 'likely', 'drag', 'stated'] as const, {
    name: 'InsideHow',
    description:
      'drag: a blade in spec drags, which is the pass in this shop; stated: a record kept elsewhere says so.',
  })
  how!: 'proven' | 'likely' | 'drag' | 'stated';
  @NumberField({ min: 0, max: 1, unit: 'probability', example: 0.9 })
  chanceInside!: number;
}

export class OutsideVerdictDto {
  @KindField('tight', 'loose')
  state!: 'tight' | 'loose';
  @NumberField({ min: 0, max: 100, unit: 'mm', example: 0.03 })
  byAtLeastMm!: number;
  @NumberField({ min: 0, max: 100, unit: 'mm', example: 0.06, nullable: true })
  byAtMostMm!: number | null;
}

/** The tries do not decide the verdict; the probabilities are given for a known gap that crosses a limit. */
export class UndecidedVerdictDto {
  @KindField('undecided')
  state!: 'undecided';
  @ChoiceField(DOUBTS, { name: 'VerdictDoubt' })
  why!: Doubt['why'];
  @NestedField(() => ChancesDto, { optional: true })
  chances?: ChancesDto;
}

export class NotComparableVerdictDto {
  @KindField('not-comparable')
  state!: 'not-comparable';
  @ChoiceField(OBSTACLES, { name: 'Obstacle', array: true })
  obstacles!: readonly Obstacle[];
}

export class MeasuredVerdictDto {
  @KindField('measured')
  state!: 'measured';
  @ChoiceField(['no-specification', 'measure-only'] as const, { name: 'MeasuredWhy' })
  why!: 'no-specification' | 'measure-only';
}

export type VerdictDto =
  InsideVerdictDto | OutsideVerdictDto | UndecidedVerdictDto | NotComparableVerdictDto | MeasuredVerdictDto;

export const VERDICT_KINDS = {
  inside: InsideVerdictDto,
  tight: OutsideVerdictDto,
  loose: OutsideVerdictDto,
  undecided: UndecidedVerdictDto,
  'not-comparable': NotComparableVerdictDto,
  measured: MeasuredVerdictDto,
} as const satisfies Record<Verdict['state'], unknown>;
