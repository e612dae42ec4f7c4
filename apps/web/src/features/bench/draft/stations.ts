import { isOutside, valveKey } from '@sturdy-shim/core';
import type { CheckDraftDto } from '../../../shared/api/index.ts';
import { type EvaluationContext, asksToAdjust, evaluateValve } from './evaluated-valve.ts';
import type { Phase } from './draft-edits.ts';

/** One place in the order of the work. */
export type Station =
  | { readonly id: 'safe' | 'conditions' | 'sign' }
  | { readonly id: `${Phase}-${string}`; readonly phase: Phase; readonly valve: number };

/** The stations of a check now: a valve is gauged as left when it was moved, or was found outside or so near an edge that the shop touches it up. */
export function stationsOf(by: EvaluationContext, draft: CheckDraftDto): Station[] {
  const gauge = (phase: Phase, valve: number): Station => ({
    id: `${phase}-${valveKey(draft.valves[valve] ?? never())}`,
    phase,
    valve,
  });
  const indices = draft.valves.map((_, index) => index);
  const toAdjust = indices.filter((index) => {
    const valve = draft.valves[index] ?? never();
    const { verdict, nearEdge } = evaluateValve(by, draft, valve, 'found');
    return valve.adjusted || isOutside(verdict) || nearEdge !== null || asksToAdjust(by, draft, valve);
  });
  return [
    { id: 'safe' },
    { id: 'conditions' },
    ...indices.map((index) => gauge('found', index)),
    ...toAdjust.map((index) => gauge('left', index)),
    { id: 'sign' },
  ];
}

/** Whether a station's work is done. */
export function isDone(station: Station, draft: CheckDraftDto): boolean {
  if ('phase' in station) return (draft.valves[station.valve] ?? never())[station.phase].length > 0;
  if (station.id === 'safe') return draft.madeSafe.length > 0;
  return station.id === 'conditions' && draft.engine !== null && draft.position !== null;
}

/** Where a person who comes back goes on: the first station not done. */
export const firstOpen = (stations: readonly Station[], draft: CheckDraftDto): Station =>
  stations.find((station) => !isDone(station, draft)) ?? stations.at(-1) ?? never();

function never(): never {
  throw new Error('a station without its valve');
}
