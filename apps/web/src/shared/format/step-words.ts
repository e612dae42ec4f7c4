import type { CheckStep, Fuel } from '@sturdy-shim/core';

/** The steps of a check, as they stand in its list. */
export const STEP_WORDS: Record<CheckStep, string> = {
  safe: 'Make safe',
  temperature: 'Right temperature',
  open: 'Open up',
  name: 'Name the valves',
  position: 'Find the position',
  release: 'Compression release',
  caps: 'Stem caps',
  close: 'Close up',
  run: 'Run and listen',
};

const CAUTIONS: Partial<Record<CheckStep | 'found' | 'left', readonly string[]>> = {
  temperature: ['Hot parts burn.', 'Never run an engine indoors: carbon monoxide.'],
  open: ['Shroud edges are sharp.', 'Keep dirt and small parts out of the open plug hole.'],
  position: [
    'Turn by hand, slowly.',
    'Nothing sharp or small near the open plug hole: a probe can jam as the piston rises.',
  ],
  found: ['Hands clear of what turns.', 'Keep dirt out of the open head.'],
  left: ['Hold the adjuster while you lock it.', 'Nothing may drop into the open head.'],
  close: ['Start every screw by hand: soft threads strip.'],
  run: ['Never run an engine indoors: carbon monoxide.', 'Covers, plug and lead back first.'],
};

/** What can hurt somebody, or the engine, at this step (common practice; the maker’s manual comes first). */
export function cautionsAt(step: CheckStep | 'found' | 'left', fuel: Fuel | null, kindOfUnit: string): string[] {
  return [
    ...(CAUTIONS[step] ?? []),
    ...(fuel === 'diesel' && (step === 'open' || step === 'run')
      ? ['Injection lines hold pressure that cuts skin: keep hands off them.']
      : []),
    ...(/generator|light tower/i.test(kindOfUnit) && step === 'run'
      ? [
          'Never connect a generator to building wiring without the transfer switch and the licensed person local code asks for.',
        ]
      : []),
  ];
}
