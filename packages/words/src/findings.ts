import type { FindingKind } from '@sturdy-shim/core';

/** Findings with their meaning; common practice, the maker’s manual comes first. */
export const FINDING_WORDS: Record<FindingKind, readonly [found: string, means: string]> = {
  'screw-seized': ['Adjuster seized', 'It cannot be set until it is freed or replaced. Do not force it.'],
  'adjuster-stripped': ['Adjuster stripped', 'Its thread does not hold: the gap will not stay. Replace it.'],
  'spring-broken': ['Valve spring broken', 'The valve can drop or meet the piston. Do not run it.'],
  'head-cracked': ['Head cracked', 'It loses compression and can get worse at once. Do not run it.'],
  'fuel-in-oil': [
    'Fuel in the oil',
    'Diluted oil does not protect the engine. Find the leak and change the oil first.',
  ],
  'rocker-loose': ['Rocker loose', 'Its pivot or stud has worked loose: it can drop a push rod while it runs.'],
  'push-rod-bent': [
    'Push rod bent',
    'A valve has stuck or the engine was over-revved. Look for the reason before it runs.',
  ],
  'wrong-fluid': ['Oil or water where it should not be', 'Find the leak first, and change what was mixed.'],
  'seal-damaged': ['Cover seal damaged', 'It will leak oil on hot parts: a new one goes on.'],
  'no-clearance': ['No clearance at any setting', 'The seat or the stem is worn: a machine shop decides.'],
  'valve-sticking': ['Valve sticks', 'It can bend its push rod or meet the piston. The guide is cleaned first.'],
  other: ['Something else', 'Say it in words.'],
};
