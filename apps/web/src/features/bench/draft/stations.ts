import {
  type CheckStep,
  checkSteps,
  type GaugingFlow,
  POSITIONS,
  type Position,
  gaugingFlow,
  gaugingPlan,
  engineFromFacts,
  isOutside,
  isStated,
  valveKey,
} from '@sturdy-shim/core';
import type { CheckDraftDto, FamilyDto } from '../../../shared/api/index.ts';
import { type EvaluationContext, asksToAdjust, evaluateValve } from './evaluated-valve.ts';
import type { Phase } from './draft-edits.ts';

/** One place in the order of the work. */
export type Station =
  | { readonly kind: 'step'; readonly id: CheckStep | 'sign' }
  | { readonly kind: 'valve'; readonly id: `${Phase}-${string}`; readonly phase: Phase; readonly valve: number };

/** The steps after the valves; all other steps come before them. */
const AFTER_VALVES: readonly CheckStep[] = ['release', 'caps', 'close', 'run'];

/** Valves that are worked together: at one stop of the crank, one valve, or all of them. */
export interface ValveGroup {
  /** Index of the crank stop; null where it is not one stop. */
  readonly stop: number | null;
  readonly stations: readonly Extract<Station, { kind: 'valve' }>[];
}

/** The order of the work: the steps before the valves, the valves in groups, the steps after them. */
export interface Course {
  readonly before: readonly Station[];
  readonly groups: readonly ValveGroup[];
  readonly after: readonly Station[];
}

/**
 * The order of working the valves: the person's choice, otherwise the family's; by default all as found first for
 * shims, stop by stop on engines with more than one crank stop, valve by valve on all others.
 */
export const flowOf = (family: FamilyDto, draft: CheckDraftDto): GaugingFlow =>
  draft.work?.flow ?? usualFlowOf(family, draft);

export function usualFlowOf(family: FamilyDto, { position }: CheckDraftDto): GaugingFlow {
  if (family.sheet.usualFlow !== null && family.sheet.usualFlow !== undefined) return family.sheet.usualFlow;
  if (family.adjusterKind === 'shims') return 'found-first';
  return (stopsFor(family, position)?.length ?? 1) > 1 ? 'stop' : 'valve';
}

/**
 * The current course of a check. A valve has a station for gauging as left if it was moved, or if it is out of spec or
 * near a limit and may be adjusted.
 */
export function courseOf(by: EvaluationContext, draft: CheckDraftDto): Course {
  const { family } = by;
  const steps = checkSteps(family.sheet, family.rules.stepsOff);
  const toSet = (index: number): boolean => {
    const valve = draft.valves[index] ?? never();
    if (valve.adjusted || draft.measureOnly === true) return valve.adjusted;
    const { verdict, nearEdge } = evaluateValve(by, draft, valve, 'found');
    return isOutside(verdict) || nearEdge !== null || asksToAdjust(by, draft, valve);
  };
  const cylinderOf = (index: number): number => (draft.valves[index] ?? never()).cylinder;
  return {
    before: steps.filter((step) => !AFTER_VALVES.includes(step)).map((id) => ({ kind: 'step' as const, id })),
    groups: gaugingFlow(flowOf(family, draft), valvesByStop(family, draft), cylinderOf, toSet).map(
      ({ stop, steps: own }) => ({
        stop,
        stations: own.map(({ phase, valve }) => ({
          kind: 'valve',
          id: `${phase}-${valveKey(draft.valves[valve] ?? never())}` as const,
          phase,
          valve,
        })),
      }),
    ),
    after: [
      ...steps.filter((step) => AFTER_VALVES.includes(step)).map((id) => ({ kind: 'step' as const, id })),
      { kind: 'step', id: 'sign' },
    ],
  };
}

/** Every station of a course, in its order. */
export const stationsOf = ({ before, groups, after }: Course): Station[] => [
  ...before,
  ...groups.flatMap(({ stations }) => stations),
  ...after,
];

/** Indices of the valves at each crank stop, in order; one stop without a plan. */
export function valvesByStop(family: FamilyDto, { position, valves }: CheckDraftDto): number[][] {
  const indices = valves.map((_, index) => index);
  const plan = stopsFor(family, position);
  if (plan === null) return [indices];
  return plan.map((stop) =>
    indices.filter((index) => stop.valves.some((each) => valveKey(each) === valveKey(valves[index] ?? never()))),
  );
}

/** The crank stops of this family, by the chosen or the preferred position; null without a plan. */
export function stopsFor(family: FamilyDto, position: CheckDraftDto['position']): ReturnType<typeof gaugingPlan> {
  const by = position ?? family.positions[0] ?? 'unconfirmed';
  return gaugingPlan(engineFromFacts(family, by).engine, by);
}

/** The positions to choose from: those of the family, or all if it states none; and unconfirmed. */
export const positionsFor = ({ positions }: FamilyDto): readonly Position[] =>
  positions.length === 0 ? POSITIONS : [...positions, 'unconfirmed'];

/** Whether a station's work is done. */
export function isDone(station: Station, draft: CheckDraftDto): boolean {
  if (station.kind === 'valve') return (draft.valves[station.valve] ?? never())[station.phase].length > 0;
  return station.id !== 'sign' && isStated(station.id, draft);
}

/**
 * The station at which a reopened check continues: the first that is not done after the last that is; skipped stations
 * stay skipped.
 */
export function firstOpen(stations: readonly Station[], draft: CheckDraftDto): Station {
  const reached = stations.findLastIndex((station) => isDone(station, draft));
  return stations.slice(reached + 1).find((station) => !isDone(station, draft)) ?? stations.at(-1) ?? never();
}

function never(): never {
  throw new Error('a station without its valve');
}
