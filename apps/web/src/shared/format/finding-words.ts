import type { FindingKind } from '@sturdy-shim/core';

/** What was found, and what that means; common practice, the maker goes first. */
export const FINDING_WORDS: Record<FindingKind, readonly [found: string, means: string]> = {
  'screw-seized': ['Adjuster seized', 'It cannot be set until it is freed or replaced. Do not force it.'],
  'rocker-loose': ['Rocker loose', 'Its pivot or stud has worked loose: it can drop a push rod while it runs.'],
  'push-rod-bent': [
    'Push rod bent',
    'A valve has stuck or the engine was over-revved. Look for the reason before it runs.',
  ],
  'wrong-fluid': [
    'Fuel in the oil, or oil where it should not be',
    'Thin oil does not carry: change it and find the leak first.',
  ],
  'seal-damaged': ['Cover seal damaged', 'It will leak oil on hot parts: a new one goes on.'],
  'no-clearance': ['No clearance at any setting', 'The seat or the stem is worn: a machine shop decides.'],
  'valve-sticking': ['Valve sticks', 'It can bend its push rod or meet the piston. The guide is cleaned first.'],
  other: ['Something else', 'Say it in words.'],
};
