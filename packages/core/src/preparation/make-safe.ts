/** What is done before an engine is opened (common practice, no source). Ticked, never calculated from. */
export const MAKE_SAFE = [
  'plug-lead-off',
  'battery-off',
  'fuel-shut',
  'level-and-clear',
  'parking-brake-on',
  'stop-lever-pulled',
  'decompression-lever-off',
  'air-intake-covered',
  'injector-lines-closed',
] as const;
export type MakeSafe = (typeof MAKE_SAFE)[number];

export const FUELS = ['gasoline', 'diesel', 'propane-or-natural-gas', 'glow-fuel', 'other'] as const;
export type Fuel = (typeof FUELS)[number];

const ALWAYS: readonly MakeSafe[] = ['battery-off', 'fuel-shut', 'level-and-clear'];

/**
 * Default list for a family that states none: a plug lead only for an engine with a spark plug; on a diesel, preventing
 * it from running on and keeping its injection lines closed.
 */
export function makeSafeFor(fuel: Fuel | null): readonly MakeSafe[] {
  switch (fuel) {
    case 'diesel':
      return [...ALWAYS, 'stop-lever-pulled', 'air-intake-covered', 'injector-lines-closed'];
    case 'glow-fuel':
      return ALWAYS;
    default:
      return ['plug-lead-off', ...ALWAYS];
  }
}
