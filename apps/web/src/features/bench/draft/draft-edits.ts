import { bladeFromFacts, bladeThickness, sameBlades as coreSameBlades } from '@sturdy-shim/core';
import type { BladeDto, CheckDraftDto, DraftValveDto, Feel, TryDto } from '../../../shared/api/index.ts';

export type Phase = 'found' | 'left';

export const thicknessMm = (blade: BladeDto): number => bladeThickness(bladeFromFacts(blade));

const sameBlades = ({ blades }: TryDto, others: readonly BladeDto[]): boolean =>
  coreSameBlades(blades.map(bladeFromFacts), others.map(bladeFromFacts));

/** The print of the last tried blade was confirmed. */
export const withLeafRead = (draft: CheckDraftDto, index: number, phase: Phase): CheckDraftDto =>
  onValve(draft, index, (valve) => ({
    ...valve,
    [phase]: valve[phase].map((each, place) =>
      place === valve[phase].length - 1 ? { ...each, leafRead: true } : each,
    ),
  }));

/** How a blade was felt alone in this phase, if it was tried. */
export const feltAs = (valve: DraftValveDto, phase: Phase, blade: BladeDto): Feel | null =>
  valve[phase].find((each) => sameBlades(each, [blade]))?.feel ?? null;

export const onValve = (
  draft: CheckDraftDto,
  index: number,
  update: (valve: DraftValveDto) => DraftValveDto,
): CheckDraftDto => ({
  ...draft,
  valves: draft.valves.map((valve, each) => (each === index ? update(valve) : valve)),
});

/** Records how a blade or a stack feels. A repeated try replaces the earlier one. */
export const withTry = (
  draft: CheckDraftDto,
  index: number,
  phase: Phase,
  blades: readonly BladeDto[],
  feel: Feel,
): CheckDraftDto =>
  onValve(draft, index, (valve) => ({
    ...valve,
    [phase]: [...valve[phase].filter((each) => !sameBlades(each, blades)), { blades: [...blades], feel }],
  }));

/** Marks the adjuster as moved, or clears the mark and the tries as left. `turnedOver` has to be stated again. */
export const withAdjusted = (draft: CheckDraftDto, index: number, adjusted: boolean): CheckDraftDto => ({
  ...onValve(draft, index, ({ leftTurns, ...valve }) => ({
    ...valve,
    ...(adjusted && leftTurns !== undefined && { leftTurns }),
    adjusted,
    left: adjusted ? valve.left : [],
    earlier: adjusted ? (valve.earlier ?? []) : [],
  })),
  turnedOver: null,
});
