import { bladeThickness, mm, type Blade } from '@sturdy-shim/core';
import type { BladeDto, CheckDraftDto, DraftValveDto, Feel, TryDto } from '../../../shared/api/index.ts';

export type Phase = 'found' | 'left';

/** A blade of the wire as the core knows it. */
export const coreBlade = ({ printed, measuredMm }: BladeDto): Blade => ({
  printed,
  ...(typeof measuredMm === 'number' && { measuredMm: mm(measuredMm) }),
});

export const thicknessMm = (blade: BladeDto): number => bladeThickness(coreBlade(blade));

const sameBlade = ({ blades }: TryDto, blade: BladeDto): boolean => {
  const [only, ...more] = blades;
  return only !== undefined && more.length === 0 && Math.abs(thicknessMm(only) - thicknessMm(blade)) < 1e-9;
};

/** How a blade was felt in this phase, if it was tried. */
export const feltAs = (valve: DraftValveDto, phase: Phase, blade: BladeDto): Feel | null =>
  valve[phase].find((each) => sameBlade(each, blade))?.feel ?? null;

const onValve = (
  draft: CheckDraftDto,
  index: number,
  update: (valve: DraftValveDto) => DraftValveDto,
): CheckDraftDto => ({
  ...draft,
  valves: draft.valves.map((valve, each) => (each === index ? update(valve) : valve)),
});

/** Says how a blade feels. A blade tried again replaces what was said of it. */
export const withTry = (
  draft: CheckDraftDto,
  index: number,
  phase: Phase,
  blade: BladeDto,
  feel: Feel,
): CheckDraftDto =>
  onValve(draft, index, (valve) => ({
    ...valve,
    [phase]: [...valve[phase].filter((each) => !sameBlade(each, blade)), { blades: [blade], feel }],
  }));

export const withoutLastTry = (draft: CheckDraftDto, index: number, phase: Phase): CheckDraftDto =>
  onValve(draft, index, (valve) => ({ ...valve, [phase]: valve[phase].slice(0, -1) }));

/** The adjuster was moved, or not after all: then nothing was gauged as left. */
export const withAdjusted = (draft: CheckDraftDto, index: number, adjusted: boolean): CheckDraftDto =>
  onValve(draft, index, (valve) => ({ ...valve, adjusted, left: adjusted ? valve.left : [] }));
