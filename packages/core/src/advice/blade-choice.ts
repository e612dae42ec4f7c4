import { bladeThickness, type Blade } from '../gauging/index.ts';

/** One blade, or a stack, with its total thickness. */
export interface BladeChoice {
  readonly blades: readonly Blade[];
  /** In mm. */
  readonly thickness: number;
}

const SAME = 1e-6;

/** Every blade alone, thinnest first; blades of equal thickness are one choice. */
export function singles(set: readonly Blade[]): BladeChoice[] {
  return distinct(set.map((blade) => ({ blades: [blade], thickness: bladeThickness(blade) })));
}

/** Stacks of two whose thickness no single blade has, thinnest first. */
export function pairs(set: readonly Blade[]): BladeChoice[] {
  const alone = singles(set);
  const stacks = set.flatMap((first, index) =>
    set
      .slice(index + 1)
      .map((second) => ({ blades: [first, second], thickness: bladeThickness(first) + bladeThickness(second) })),
  );
  return distinct(stacks).filter(
    ({ thickness }) => !alone.some((single) => Math.abs(single.thickness - thickness) < SAME),
  );
}

function distinct(choices: readonly BladeChoice[]): BladeChoice[] {
  return choices
    .toSorted((a, b) => a.thickness - b.thickness)
    .filter((choice, index, all) => index === 0 || choice.thickness - (all[index - 1]?.thickness ?? -1) > SAME);
}
