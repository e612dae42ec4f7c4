import {
  type CheckStep,
  checkSteps,
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
  | { readonly id: CheckStep | 'sign' }
  | { readonly id: `${Phase}-${string}`; readonly phase: Phase; readonly valve: number };

/** What is done once the valves are set; what comes before them is everything else. */
const AFTER_VALVES: readonly CheckStep[] = ['release', 'caps', 'close', 'run'];

/** The stations of a check now: a valve is gauged as left when it was moved, or was found outside or so near an edge that the shop touches it up. */
export function stationsOf(by: EvaluationContext, draft: CheckDraftDto): Station[] {
  const gauge = (phase: Phase, valve: number): Station => ({
    id: `${phase}-${valveKey(draft.valves[valve] ?? never())}`,
    phase,
    valve,
  });
  const { family } = by;
  const steps = checkSteps(family.sheet, family.rules.stepsOff);
  const indices = valveOrder(family, draft);
  const toAdjust = indices.filter((index) => {
    const valve = draft.valves[index] ?? never();
    const { verdict, nearEdge } = evaluateValve(by, draft, valve, 'found');
    return valve.adjusted || isOutside(verdict) || nearEdge !== null || asksToAdjust(by, draft, valve);
  });
  return [
    ...steps.filter((step) => !AFTER_VALVES.includes(step)).map((id) => ({ id })),
    ...indices.map((index) => gauge('found', index)),
    ...toAdjust.map((index) => gauge('left', index)),
    ...steps.filter((step) => AFTER_VALVES.includes(step)).map((id) => ({ id })),
    { id: 'sign' },
  ];
}

/** Valves in the order of the stops at which they are gauged; as they are numbered where there is one stop, or no plan. */
export function valveOrder(family: FamilyDto, { position, valves }: CheckDraftDto): number[] {
  const indices = valves.map((_, index) => index);
  const plan = stopsFor(family, position);
  if (plan === null) return indices;
  const stopOf = (index: number): number =>
    plan.findIndex((stop) => stop.valves.some((each) => valveKey(each) === valveKey(valves[index] ?? never())));
  return indices.toSorted((a, b) => stopOf(a) - stopOf(b) || a - b);
}

/** Where the crank stops for this family, by the position chosen or the preferred one; null where there is no plan. */
export function stopsFor(family: FamilyDto, position: CheckDraftDto['position']): ReturnType<typeof gaugingPlan> {
  const by = position ?? family.positions[0] ?? 'unconfirmed';
  return gaugingPlan(engineFromFacts(family, by).engine, by);
}

/** Whether a station's work is done. */
export function isDone(station: Station, draft: CheckDraftDto): boolean {
  if ('phase' in station) return (draft.valves[station.valve] ?? never())[station.phase].length > 0;
  return station.id !== 'sign' && isStated(station.id, draft);
}

/** Where a person who comes back goes on: the first station not done behind the last one that is; what was passed over stays so. */
export function firstOpen(stations: readonly Station[], draft: CheckDraftDto): Station {
  const reached = stations.findLastIndex((station) => isDone(station, draft));
  return stations.slice(reached + 1).find((station) => !isDone(station, draft)) ?? stations.at(-1) ?? never();
}

function never(): never {
  throw new Error('a station without its valve');
}
