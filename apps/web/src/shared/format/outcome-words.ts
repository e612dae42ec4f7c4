import type { CheckOutcome, ProblemAfter, Symptom } from '@sturdy-shim/core';

/** How a check ended. */
export const OUTCOME_WORDS: Record<CheckOutcome, string> = {
  'could-not': 'Could not be finished',
  'to-dealer': 'Goes to a dealer',
  'no-adjustment': 'Nothing to adjust on this engine',
  'left-out': 'Left out of spec',
  undecided: 'Not proven in spec',
  'not-comparable': 'Gaps not comparable',
  measured: 'Only measured',
  partly: 'Not every valve gauged',
  adjusted: 'Adjusted, in spec',
  'in-spec': 'All in spec, left as found',
};

export const AFTER_WORDS: Record<ProblemAfter, string> = {
  gone: 'Gone',
  better: 'Better',
  same: 'The same',
  'not-looked-at': 'Not looked at',
};

/** Where to look first, by what was reported (common practice, no source; the maker’s manual comes first). */
export const LOOK_FIRST: Record<Symptom, string> = {
  'hard-start': 'A tight valve does not seal. Then the lift of the compression release.',
  'wont-start': 'Does it have compression? A valve held open by a tight gap has none. Then spark and fuel.',
  'low-power': 'Both gaps: a loose one opens late and little, a tight one leaks.',
  'runs-rough': 'The valves of one cylinder against those of the other. A sticking valve shows here.',
  clatter: 'A loose gap, a loose rocker or a bent push rod. Look before you turn it by the starter.',
  'popping-back': 'Into the intake: its valve is tight or sticks. In the muffler: the exhaust valve.',
  'fuel-in-oil':
    'Smell the oil. Diluted oil does not protect the engine: change it before it runs. Then the carburetor needle.',
  'oil-at-cover': 'The seal and the faces of the cover, and whether the breather is free.',
  'kicks-back': 'The compression release: does it lift, and is the gap of its valve so wide that it cannot?',
  'slow-or-locked-cranking':
    'Do not force it. Plug out, turn by hand: fuel in the cylinder, or a valve that meets the piston.',
  other: 'What was said of it, then the gaps.',
};
