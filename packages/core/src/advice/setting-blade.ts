import {
  IDEAL_BLADES,
  isDrag,
  readTries,
  sameBlades,
  stackThickness,
  type Blade,
  type GaugingAssumptions,
  type Try,
} from '../gauging/index.ts';
import type { Window } from '../specification/index.ts';
import { within } from '../units/index.ts';
import { settingChoice } from './set-advice.ts';

/**
 * What a shop of the setting-blade school does next (common practice, no source): one blade is tried; when it drags the
 * gap is left, when it goes free or will not enter the adjuster is moved. The tries are read as an interval as usual.
 */
export type SettingStep =
  | {
      readonly kind: 'setting';
      readonly blades: readonly Blade[];
      /** Whether its drag alone proves the gap to be inside. */
      readonly provesAlone: boolean;
    }
  | { readonly kind: 'leave' }
  | { readonly kind: 'adjust'; readonly direction: 'close' | 'open' }
  /** Two tries cannot both be true. */
  | { readonly kind: 'clash' }
  /** The set has no blade that lies in the window. */
  | { readonly kind: 'no-setting-blade' };

/** @param tries since the adjuster was moved last; the last one of the setting blade counts */
export function settingStep(
  tries: readonly Try[],
  window: Window,
  set: readonly Blade[],
  assumptions: GaugingAssumptions,
): SettingStep {
  const setting = settingChoice(set, window, assumptions);
  if (setting === null) return { kind: 'no-setting-blade' };
  const reading = readTries(tries, assumptions);
  if (reading.kind === 'clash') return { kind: 'clash' };
  const inSpec = ({ blades }: Try): boolean =>
    within(stackThickness(blades, IDEAL_BLADES).nominalMm, window.minMm, window.maxMm);
  // Any blade in spec that drags is the pass, as in the verdict.
  if (tries.some((each) => isDrag(each.feel) && inSpec(each))) return { kind: 'leave' };
  const tried = tries.findLast(({ blades }) => sameBlades(blades, setting.blades));
  if (tried === undefined) return { kind: 'setting', blades: setting.blades, provesAlone: setting.provesAlone };
  if (isDrag(tried.feel)) return { kind: 'leave' };
  return { kind: 'adjust', direction: tried.feel === 'free' ? 'close' : 'open' };
}
