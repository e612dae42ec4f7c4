import type { CheckStep } from '@sturdy-shim/core';

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
