import {
  readTries,
  stackThickness,
  type Blade,
  type Feel,
  type GaugingAssumptions,
  type Try,
} from '../gauging/index.ts';
import type { Window } from '../specification/index.ts';
import { mm, type LengthUnit, type Millimetres, toMm } from '../units/index.ts';
import { judge } from '../verdict/index.ts';
import { pairs, singles, type BladeChoice } from './blade-choice.ts';

/** What a set of blades can do for one window. Stacks stand only where no single blade will do. */
export interface SetAdvice {
  /** The blade to set with: its drag proves inside, unless `provesAlone` is false. */
  readonly setting: (BladeChoice & { readonly provesAlone: boolean }) | null;
  /** A go blade that goes in and a no-go blade that won't: together they show that the gap is inside. */
  readonly proving: { readonly go: BladeChoice; readonly noGo: BladeChoice } | null;
  /** Won't enter: tight. */
  readonly rejectsTight: BladeChoice | null;
  /** Goes free: gaping. */
  readonly rejectsGaping: BladeChoice | null;
  /** Whether the set, tried whole, proves a gap at the aim to be inside. */
  readonly provesAtAim: boolean;
  /** The one blade to buy so that it would; null when it does, or no single blade would help. */
  readonly toBuy: { readonly value: number; readonly unit: LengthUnit } | null;
}

/** @param buyIn the unit in which the shop buys blades: hundredths of a millimetre, or half thou */
export function adviseSet(
  set: readonly Blade[],
  window: Window,
  assumptions: GaugingAssumptions,
  buyIn: 'mm' | 'thou',
): SetAdvice {
  const alone = singles(set);
  const stacks = pairs(set);
  const provesAtAim = provesWith(alone, window, assumptions) || provesWith([...alone, ...stacks], window, assumptions);
  return {
    setting:
      settingBlade(alone, window, assumptions) ??
      settingBlade(stacks, window, assumptions) ??
      nearestInside(alone, window),
    proving: provingPair(alone, window) ?? provingPair([...alone, ...stacks], window),
    rejectsTight: alone.findLast(({ thickness }) => thickness <= window.minMm + 1e-9) ?? null,
    rejectsGaping:
      [...alone, ...stacks]
        .toSorted((a, b) => a.blades.length - b.blades.length || a.thickness - b.thickness)
        .find(({ thickness }) => thickness >= window.maxMm - 1e-9) ?? null,
    provesAtAim,
    toBuy: provesAtAim ? null : bladeToBuy(alone, window, assumptions, buyIn),
  };
}

/** The drag of a choice, as the interval it would give. */
function dragRange(
  { blades }: BladeChoice,
  { feelHalfWidthMm, blades: assumed }: GaugingAssumptions,
): readonly [number, number] {
  const { thinnestMm, thickestMm } = stackThickness(blades, assumed);
  return [thinnestMm - feelHalfWidthMm, thickestMm + feelHalfWidthMm];
}

function settingBlade(
  choices: readonly BladeChoice[],
  window: Window,
  assumptions: GaugingAssumptions,
): SetAdvice['setting'] {
  const proving = choices.filter((choice) => {
    const [least, most] = dragRange(choice, assumptions);
    return least >= window.minMm - 1e-9 && most <= window.maxMm + 1e-9;
  });
  const best = nearestTo(proving, window.aimMm);
  return best && { ...best, provesAlone: true };
}

function nearestInside(choices: readonly BladeChoice[], { minMm, maxMm, aimMm }: Window): SetAdvice['setting'] {
  const best = nearestTo(
    choices.filter(({ thickness }) => thickness >= minMm && thickness <= maxMm),
    aimMm,
  );
  return best && { ...best, provesAlone: false };
}

/** The widest pair with L ≤ go < no-go ≤ U. */
function provingPair(choices: readonly BladeChoice[], { minMm, maxMm }: Window): SetAdvice['proving'] {
  const within = choices
    .filter(({ thickness }) => thickness >= minMm - 1e-9 && thickness <= maxMm + 1e-9)
    .toSorted((a, b) => a.thickness - b.thickness);
  const [go, noGo] = [within[0], within.at(-1)];
  return go !== undefined && noGo !== undefined && noGo.thickness - go.thickness > 1e-6 ? { go, noGo } : null;
}

const nearestTo = (choices: readonly BladeChoice[], aimMm: number): BladeChoice | null =>
  choices.reduce<BladeChoice | null>(
    (best, choice) =>
      best === null || Math.abs(choice.thickness - aimMm) < Math.abs(best.thickness - aimMm) ? choice : best,
    null,
  );

/** Tries every choice on a gap at the aim and judges what they say together by the proven rule. */
function provesWith(choices: readonly BladeChoice[], window: Window, assumptions: GaugingAssumptions): boolean {
  const tries = choices.map(({ blades, thickness }): Try => ({
    blades,
    feel: honestFeel(window.aimMm, thickness, assumptions.feelHalfWidthMm),
  }));
  return judge(readTries(tries, assumptions), window, { kind: 'proven' }).state === 'inside';
}

const honestFeel = (gapMm: number, thickness: number, feel: number): Feel =>
  Math.abs(gapMm - thickness) <= feel ? 'drags' : thickness < gapMm ? 'free' : 'wont';

const STEP: Record<'mm' | 'thou', { readonly step: number; readonly unit: LengthUnit }> = {
  mm: { step: 0.01, unit: 'mm' },
  thou: { step: 0.5, unit: 'thou' },
};

/** The blade nearest the aim, of those that are sold, with which the set would prove a gap at the aim. */
function bladeToBuy(
  choices: readonly BladeChoice[],
  window: Window,
  assumptions: GaugingAssumptions,
  buyIn: 'mm' | 'thou',
): SetAdvice['toBuy'] {
  const { step, unit } = STEP[buyIn];
  const sold = Array.from({ length: Math.round(toSold(1.2, unit) / step) }, (_, index) =>
    Number(((index + 1) * step).toFixed(3)),
  );
  const byNearness = sold.toSorted(
    (a, b) => Math.abs(toMm(a, unit) - window.aimMm) - Math.abs(toMm(b, unit) - window.aimMm),
  );
  for (const value of byNearness) {
    const thickness: Millimetres = toMm(value, unit);
    if (Math.abs(thickness - window.aimMm) > window.maxMm) break;
    const bought: BladeChoice = { blades: [{ printed: { value, unit } }], thickness };
    if (provesWith([...choices, bought], window, assumptions)) return { value, unit };
  }
  return null;
}

const toSold = (valueMm: number, unit: LengthUnit): number => (unit === 'mm' ? valueMm : mm(valueMm) / 0.0254);
