import type { CheckStep } from '@sturdy-shim/core';
import type { FamilyDto } from '../api/index.ts';

/** Labels of the steps in the list of a check. */
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

/** The parts of a sheet that the words of a step depend on. */
type EngineSheet = Pick<FamilyDto['sheet'], 'fuel' | 'turnBy'>;

/** How piston and ports are identified: a diesel has neither plug nor carburetor. */
export const engineParts = ({ fuel }: Pick<EngineSheet, 'fuel'>) =>
  fuel === 'diesel'
    ? { plug: 'injector', hole: 'injector hole', intakePort: 'intake pipe', exhaustPort: 'exhaust pipe' }
    : { plug: 'plug', hole: 'plug hole', intakePort: 'carburetor', exhaustPort: 'muffler' };

const NO_FUMES = 'Never run an engine indoors: carbon monoxide.';
const NOTHING_IN = 'Nothing may drop into the open head.';

type Cautioned = CheckStep | 'found' | 'left';
const CAUTIONS: Partial<Record<Cautioned, (sheet: EngineSheet) => readonly string[]>> = {
  temperature: () => ['Hot parts burn.', NO_FUMES],
  open: (sheet) => [
    'Shroud edges are sharp.',
    `Keep dirt and small parts out of the open ${engineParts(sheet).hole}: lay a rag over it, and a tray under the screws.`,
  ],
  position: (sheet) => [
    sheet.turnBy === 'starter-in-pulses' ? 'Short pulses only, hands clear of what turns.' : 'Turn by hand, slowly.',
    `Nothing sharp or small near the open ${engineParts(sheet).hole}: a probe can jam as the piston rises.`,
  ],
  found: () => ['Hands clear of what turns.', 'Keep dirt out of the open head.'],
  left: () => ['Hold the adjuster while you lock it.', NOTHING_IN],
  close: () => ['Start every screw by hand: soft threads strip.'],
  run: (sheet) => [
    NO_FUMES,
    sheet.fuel === 'diesel' ? 'Covers and pipes back first.' : 'Covers, plug and lead back first.',
  ],
};

/** Dangers to people and the engine at this step (common practice; the maker’s manual comes first). */
export function cautionsAt(step: Cautioned, sheet: EngineSheet, kindOfUnit: string): string[] {
  return [
    ...(CAUTIONS[step]?.(sheet) ?? []),
    ...(sheet.fuel === 'diesel' && (step === 'open' || step === 'run')
      ? ['Injection lines hold pressure that cuts skin: keep hands off them.']
      : []),
    ...(/generator|light tower/i.test(kindOfUnit) && step === 'run'
      ? [
          'Never connect a generator to building wiring without the transfer switch and the licensed person local code asks for.',
        ]
      : []),
  ];
}
