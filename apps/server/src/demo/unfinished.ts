import type { WorkFacts } from '@sturdy-shim/core';

interface Unfinished {
  readonly note: string;
  readonly work: WorkFacts;
}

/** The unfinished checks of the demo: finding, ordered part, and due day. */
export function unfinished(shims: boolean, by: string): Unfinished {
  return shims
    ? {
        note: 'The shim that it needs is on order.',
        work: {
          findings: [],
          outcome: 'could-not',
          followUps: [{ what: 'Put in the shim that is on order', part: 'Shim', who: '', by }],
        },
      }
    : {
        note: 'Adjuster seized; part on order.',
        work: {
          findings: [{ kind: 'screw-seized', note: 'Will not move; soaked overnight.' }],
          outcome: 'could-not',
          followUps: [{ what: 'New adjuster, then set the gap', part: 'Adjuster and lock', who: '', by }],
        },
      };
}
