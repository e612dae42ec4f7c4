import { bladeThickness, same, valveKey } from '@sturdy-shim/core';
import { useRef, useState } from 'react';
import type { BladeDto, BladeSetDto, CheckDraftDto, DraftValveDto, Feel } from '../../../shared/api/index.ts';
import { hasLock } from '../../../shared/family/index.ts';
import {
  type Replaced,
  movedBetween,
  movedNotGauged,
  nextAttempt,
  turnedOverSince,
  withoutLast,
} from '../draft/attempts.ts';
import { openQuestions } from '../draft/gap-answers.ts';
import { type Phase, feltAs, thicknessMm, withAdjusted, withTry } from '../draft/draft-edits.ts';
import {
  type BladeAdvice,
  boundingBladeFor,
  evaluateValve,
  nextBladeFor,
  setInHand,
} from '../draft/evaluated-valve.ts';
import { type Laid, advised, afterTry, nearestTo, picked, placesOf } from '../draft/laid.ts';
import { keepLastSet } from '../draft/last-set.ts';
import type { Station } from '../draft/stations.ts';
import type { StepProps } from './step-props.ts';
import type { Doubted } from './which-valve.tsx';

/** The first blade to try without a window and without tries: a common gap. An assumption. */
const USUAL_GAP_MM = 0.15;

/** A station at which a valve is gauged. */
export type ValveStation = Extract<Station, { kind: 'valve' }>;

interface At extends Pick<StepProps, 'by' | 'draft' | 'change'> {
  readonly station: ValveStation;
}

/** The current valve with its evaluation. */
export function valveAt(
  { by, draft, station: { phase, valve: index } }: Omit<At, 'change'>,
  sets: readonly BladeSetDto[],
) {
  const valve = draft.valves[index];
  if (valve === undefined) throw new Error('a gauge step without its valve');
  const set = setInHand(draft, sets);
  const blades = set?.blades ?? [];
  const next = nextBladeFor(by, draft, valve, phase, blades);
  return {
    valve,
    set,
    blades,
    next,
    bounding: next?.kind === 'settled' ? boundingBladeFor(by, draft, valve, phase, blades) : null,
    evaluated: evaluateValve(by, draft, valve, phase),
    question: openQuestions(by, draft).find((each) => each.valve === index) ?? null,
  };
}
export type ValveAtHand = ReturnType<typeof valveAt>;

/** Whether a blade is the one to try next, or the one that bounds a settled gap. */
export const isAdvisedBy =
  ({ next, bounding }: Pick<ValveAtHand, 'next' | 'bounding'>) =>
  (blade: BladeDto): boolean =>
    ((next?.kind === 'try' || next?.kind === 'setting') &&
      next.blades.some((each) => same(bladeThickness(each), thicknessMm(blade)))) ||
    (bounding !== null && same(bladeThickness(bounding), thicknessMm(blade)));

/** Picks blades and records how they felt. A try of the same blades replaces the one before. */
export function useTries({ by, draft, change, station }: At, { valve, set, blades, next }: ValveAtHand) {
  const { phase, valve: index } = station;
  const targetMm = by.family.windows?.[valve.kind].targetMm ?? USUAL_GAP_MM;
  const [laid, setLaid] = useState<Laid>(() => advised(next, blades) ?? nearestTo(blades, targetMm));
  // It is restored if the adjuster was moved in between.
  const replaced = useRef<Replaced | null>(null);
  const [doubted, setDoubted] = useState<Doubted | null>(null);
  const notGauged = phase === 'found' && valve.found.length === 0 ? movedNotGauged(draft, index) : null;
  const adviceFor = (tried: DraftValveDto, of: readonly BladeDto[]): BladeAdvice | null =>
    nextBladeFor(by, draft, tried, phase, of);

  const record = (tried: readonly BladeDto[], feel: Feel, from: Laid, sure = false): void => {
    if (tried.length === 0) return;
    // Another valve was moved and not gauged since: the blade may be in that one.
    if (notGauged !== null && !sure) {
      setDoubted({ tried, feel, other: notGauged });
      return;
    }
    setDoubted(null);
    const entered = (before: CheckDraftDto): CheckDraftDto => {
      const moved = phase === 'left' && !before.valves[index]?.adjusted ? withAdjusted(before, index, true) : before;
      return turnedOverSince({ ...withTry(moved, index, phase, tried, feel), bladeSetId: set?.id ?? null });
    };
    const after = entered(draft).valves[index];
    replaced.current = after?.[phase].length === valve[phase].length ? { phase, before: valve[phase] } : null;
    change(entered);
    if (set !== undefined) keepLastSet(set.id);
    setLaid(afterTry(from, after === undefined ? null : adviceFor(after, blades), blades));
  };
  const felt = (from: Laid, feel: Feel): void => record(leavesOf(blades, from), feel, from);
  return {
    laid,
    setLaid,
    doubted,
    setDoubted,
    record,
    replaced,
    say: (feel: Feel) => felt(laid, feel),
    sayOf: (place: number, feel: Feel) => felt({ kind: 'single', at: place }, feel),
    felt: (blade: BladeDto) => feltAs(valve, phase, blade),
    move: (step: number) =>
      setLaid((before) => picked(before, Math.min(blades.length - 1, Math.max(0, before.at + step)))),
    undo: () => {
      setDoubted(null);
      if (doubted !== null) return;
      replaced.current = null;
      change((before) => withoutLast(before, index, phase));
    },
    takeSet: (id: string, of: readonly BladeDto[]) => {
      change((before) => ({ ...before, bladeSetId: id }));
      keepLastSet(id);
      setLaid(advised(adviceFor(valve, of), of) ?? nearestTo(of, targetMm));
    },
  };
}
export type Tries = ReturnType<typeof useTries>;

const leavesOf = (blades: readonly BladeDto[], laid: Laid): BladeDto[] =>
  placesOf(laid).flatMap((place) => {
    const blade = blades[place];
    return blade === undefined ? [] : [{ printed: blade.printed, measuredMm: blade.measuredMm ?? null }];
  });

/** Adjuster actions of the current valve; null if none is allowed. */
export function adjusterActs(
  { by, draft, change, station }: At,
  { valve, evaluated, question }: ValveAtHand,
  replaced: Tries['replaced'],
) {
  const { phase, valve: index } = station;
  const canAdjust = draft.measureOnly !== true && question === null && (phase === 'left' || valve.found.length > 0);
  const clash = evaluated.clashes.length > 0;
  const moved = (): void => {
    if (phase === 'left' && (valve.left.length > 0 || (valve.earlier?.length ?? 0) > 0))
      change((before) => nextAttempt(before, index, 'turned', clash, replaced.current));
    else if (phase === 'found' && clash) change((before) => movedBetween(before, index, replaced.current));
    else change((before) => withAdjusted(before, index, !before.valves[index]?.adjusted));
    replaced.current = null;
  };
  const isLeft = canAdjust && phase === 'left' && valve.left.length > 0;
  return {
    canAdjust,
    moved: canAdjust ? moved : null,
    lock:
      isLeft && hasLock(by.family.adjusterKind) ? () => change((before) => nextAttempt(before, index, 'locked')) : null,
    turnedOver:
      isLeft && valve.adjusted && valve.leftAfter !== 'turned-over'
        ? () => change((before) => nextAttempt(before, index, 'turned-over'))
        : null,
  };
}
export type AdjusterActs = ReturnType<typeof adjusterActs>;

/** The station at which a valve is set. */
export const settingOf = (stations: readonly Station[], valve: DraftValveDto): Station | undefined =>
  stations.find(({ id }) => id === `left-${valveKey(valve)}`);

/** The station at which another valve is gauged as left. */
export const leftStationOf = (stations: readonly Station[], index: number): Station | undefined =>
  stations.find((each) => each.kind === 'valve' && each.phase === ('left' satisfies Phase) && each.valve === index);
