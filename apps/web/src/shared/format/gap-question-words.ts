import type { NoGapCause } from '@sturdy-shim/core';
import type { DraftValveDto } from '../api/index.ts';

/** Possible causes why no blade goes in, the likeliest first. */
export const NO_GAP_WORDS: Record<NoGapCause, string> = {
  overlap: 'Wrong stroke: it stood at overlap',
  'lever-on-valve': 'The decompression lever rests on the valve',
  'release-lift': 'The compression release lifts it here',
  'rocker-off': 'The rocker is off its seat',
  'cap-missing': 'A stem cap is missing or askew',
  confirmed: 'None of these: both rockers are loose, this valve is that tight',
};

/** The instruction after an answer, before the valve is gauged again. */
export const NO_GAP_REMEDY: Record<Exclude<NoGapCause, 'confirmed'>, string> = {
  overlap: 'Turn the crank one full turn on, to the top of compression, and gauge again.',
  'lever-on-valve': 'Move the lever clear of the valve and gauge again.',
  'release-lift': 'Turn on until the release has let go and both rockers are slack, and gauge again.',
  'rocker-off': 'Seat the rocker and its push rod, turn the engine over twice, and gauge again.',
  'cap-missing': 'Find the cap and put it on its stem, and gauge again.',
};

/** Why a valve has no gap as found. */
export const notFoundText = ({ notFoundWhy, noGap = [] }: DraftValveDto): string => {
  if (notFoundWhy === 'both-loosened') return 'not gauged: both adjusters were loosened';
  if (notFoundWhy === 'rebuilt') return 'not gauged: the engine was rebuilt';
  return noGap.length > 0 ? 'not gauged again after it was put right' : 'not gauged';
};
