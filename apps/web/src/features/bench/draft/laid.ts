import { bladeThickness, same } from '@sturdy-shim/core';
import type { BladeDto } from '../../../shared/api/index.ts';
import { thicknessMm } from './draft-edits.ts';
import type { BladeAdvice } from './evaluated-valve.ts';

/** The selected blades: one of the rack, or a stack of two, by index in the rack. */
export type Laid =
  | { readonly kind: 'single'; readonly at: number }
  /** `byHand`: the person is adding the second blade; an advised stack ends when another blade is picked. */
  | { readonly kind: 'stack'; readonly under: number; readonly at: number; readonly byHand: boolean };

/** The selected places, the lower blade first. */
export const placesOf = (laid: Laid): readonly number[] =>
  laid.kind === 'stack' && laid.under !== laid.at ? [laid.under, laid.at] : [laid.at];

/** Picks a blade, alone unless the person is adding the second blade of a stack. */
export const picked = (laid: Laid, at: number): Laid =>
  laid.kind === 'stack' && laid.byHand ? { ...laid, at } : { kind: 'single', at };

/** Begins a stack with the selected blade, or ends it. */
export const stacked = (laid: Laid): Laid =>
  laid.kind === 'stack'
    ? { kind: 'single', at: laid.at }
    : { kind: 'stack', under: laid.at, at: laid.at, byHand: true };

/** The selection after a try: the advised blades, or the upper blade alone. A stack ends with its try. */
export const afterTry = (laid: Laid, next: BladeAdvice | null, blades: readonly BladeDto[]): Laid =>
  advised(next, blades) ?? { kind: 'single', at: laid.at };

/** The advised blades in the rack; null where none is advised. */
export function advised(next: BladeAdvice | null, blades: readonly BladeDto[]): Laid | null {
  if (next?.kind !== 'try' && next?.kind !== 'setting') return null;
  const places = next.blades.map((wanted) =>
    blades.findIndex((blade) => same(thicknessMm(blade), bladeThickness(wanted))),
  );
  const [first, second] = places;
  if (first === undefined || places.includes(-1)) return null;
  return second === undefined
    ? { kind: 'single', at: first }
    : { kind: 'stack', under: first, at: second, byHand: false };
}

/** The first blade without advice: the one nearest the target. */
export function nearestTo(blades: readonly BladeDto[], targetMm: number): Laid {
  const off = (blade: BladeDto): number => Math.abs(thicknessMm(blade) - targetMm);
  const at = blades.reduce((best, blade, index) => (off(blade) < off(blades[best] ?? blade) ? index : best), 0);
  return { kind: 'single', at };
}
