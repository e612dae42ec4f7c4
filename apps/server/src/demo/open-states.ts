import type { WorkFacts, Window, Windows } from '@sturdy-shim/core';
import type { CheckDraft, DraftValve } from '../checks/index.ts';
import { DEMO_HAND } from './climb.ts';

/** A machine state that keeps a unit in regardless of its gaps; the demo has one unit of each. */
export interface OpenState {
  /** The entries, starting from valves in spec. */
  readonly entered: (sound: readonly DraftValve[], at: { now: Date; windows: Windows }) => Partial<CheckDraft>;
  readonly ends:
    | { readonly kind: 'open' }
    | { readonly kind: 'signed'; readonly note: string }
    /** Dropped with the engine open. */
    | { readonly kind: 'dropped' };
  /** Units that can have this state, by how they are gauged; all by default. */
  readonly fits?: (windows: Windows) => boolean;
  /** Reported before the check, and not gone after it. */
  readonly stays?: 'runs-rough';
}

const OPEN = { kind: 'open' } as const;
const signed = (note: string) => ({ kind: 'signed', note }) as const;
const OFF: NonNullable<WorkFacts['off']> = [
  { name: 'cowl', back: false },
  { name: 'rocker cover', back: false },
];
const BACK = OFF.map(({ name }) => ({ name, back: true }));
/** Closed up and run, unless the state differs. */
const DONE: WorkFacts = { off: BACK, seal: 'new', ran: 'well', findings: [] };
const HOUR = 3_600_000;

/** Replaces the first valve and keeps the others. */
const first = (sound: readonly DraftValve[], change: Partial<DraftValve>): DraftValve[] =>
  sound.map((valve, index) => (index === 0 ? { ...valve, ...change } : valve));
const nothingEnters: DraftValve['found'] = [{ blades: [{ printed: { value: 0.04, unit: 'mm' } }], feel: 'wont' }];

/** A drag of the blade that equals the target. */
const atTarget = ({ targetMm }: Window): DraftValve['found'] => [
  { blades: [{ printed: { value: Math.round(targetMm * 100) / 100, unit: 'mm' } }], feel: 'drags' },
];

export const OPEN_STATES: readonly OpenState[] = [
  { entered: () => ({}), ends: OPEN },
  {
    entered: (sound) => ({ work: { off: OFF }, valves: first(sound, { adjusted: true, left: [] }) }),
    ends: OPEN,
  },
  {
    entered: (sound) => ({ work: { off: OFF }, valves: first(sound, { found: nothingEnters }) }),
    ends: OPEN,
  },
  {
    entered: (valves) => ({ work: { ...DONE, off: [...BACK.slice(1), ...OFF.slice(0, 1)] }, valves: [...valves] }),
    ends: signed('The cowl goes on when the clip is here.'),
  },
  {
    entered: (valves) => ({
      work: { off: BACK, ran: 'well', findings: [], skipped: [{ step: 'close', reason: 'The seal is not here yet.' }] },
      valves: [...valves],
    }),
    ends: signed('Waits for its seal.'),
  },
  {
    entered: (valves) => ({
      work: { off: BACK, seal: 'new', findings: [], skipped: [{ step: 'run', reason: 'No fuel in the shop.' }] },
      valves: [...valves],
    }),
    ends: signed('Not run.'),
  },
  {
    entered: (sound) => ({ turnedOver: 'not-done', work: DONE, valves: first(sound, { adjusted: true, left: [] }) }),
    ends: signed('Called away after the lock.'),
  },
  {
    entered: (valves) => ({
      work: { ...DONE, findings: [{ kind: 'head-cracked', note: 'Hairline between the valves.' }] },
      valves: [...valves],
    }),
    ends: signed('Head is cracked.'),
  },
  {
    entered: (sound) => ({ measureOnly: true, work: DONE, valves: first(sound, { found: nothingEnters }) }),
    ends: signed('Measured only.'),
  },
  { entered: (valves) => ({ work: DONE, valves: [...valves] }), ends: signed('Gaps are fine.'), stays: 'runs-rough' },
  {
    entered: (valves, { now }) => ({
      work: { off: BACK, seal: 'sealant', sealantAt: new Date(now.getTime() - HOUR / 4).toISOString(), findings: [] },
      valves: [...valves],
    }),
    ends: OPEN,
  },
  { entered: (valves) => ({ work: { off: OFF }, valves: [...valves] }), ends: { kind: 'dropped' } },
  // Intake and exhaust exchanged: each gap is in spec for the other kind and out of spec for its own.
  {
    fits: ({ intake, exhaust }) =>
      exhaust.targetMm - DEMO_HAND.dragHalfWidthMm > intake.maxMm &&
      intake.targetMm + DEMO_HAND.dragHalfWidthMm < exhaust.minMm,
    entered: (valves, { windows }) => ({
      work: { off: OFF },
      valves: valves.map((valve) => ({
        ...valve,
        found: atTarget(windows[valve.kind === 'intake' ? 'exhaust' : 'intake']),
      })),
    }),
    ends: OPEN,
  },
];
