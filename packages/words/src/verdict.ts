import type { Doubt, GapInterval, GapReading, Obstacle, ShopUnit, Verdict } from '@sturdy-shim/core';
import { amountText, gapText } from './gap.ts';
import type { OnWire } from './on-wire.ts';

interface SentDoubt {
  readonly state: 'undecided';
  readonly why: Doubt['why'];
  readonly chances?: { readonly inside: number } | undefined;
}
/** A verdict as the server sends it: one object for every doubt, with chances where there are some. */
type SentVerdict = Exclude<OnWire<Verdict>, { state: 'undecided' }> | SentDoubt;

export const OBSTACLE_WORDS: Record<Obstacle, string> = {
  'engine-not-cold': 'the engine was not cold, as the spec requires',
  'engine-not-warm': 'the engine was not warm, as the spec requires',
  'temperature-not-stated': 'the engine was not cold, and its sheet does not state that it may be warm',
  'position-unconfirmed': 'the position was not confirmed',
  'position-not-allowed': 'the position is not one of this family’s',
};

const percent = (share: number): string => `${Math.round(share * 100)}\u00a0%`;

const INSIDE_WORDS: Record<'proven' | 'likely' | 'drag' | 'stated', (chance: string) => string> = {
  proven: () => 'in spec',
  likely: (chance) => `in spec by the shop rule (${chance} likely)`,
  drag: () => 'in spec: the blade drags',
  stated: () => 'in spec, as it was written',
};

/** Words for the side on which a gap is out of spec. */
export const SIDE_WORDS = { tight: 'tight', loose: 'loose' } as const;

/** A gap interval, as the core and the API have it. */
type KnownGap = Readonly<{ lo: { mm: number }; hi: { mm: number } | null; loMeasured: boolean }>;

/**
 * How far out of spec a gap is: `loose by 0.03 to 0.06 mm`; if blades bound it on one side only, the gap itself:
 * `loose: more than 0.19 mm`.
 */
export function outsideText(
  { side, byAtLeastMm, byAtMostMm }: { side: 'tight' | 'loose'; byAtLeastMm: number; byAtMostMm: number | null },
  unit: ShopUnit,
  gap: KnownGap | null,
): string {
  if (gap !== null && side === 'tight' && !gap.loMeasured && gap.hi !== null)
    return `${SIDE_WORDS.tight}: less than ${gapText(gap.hi.mm, unit)}`;
  if (gap !== null && side === 'loose' && gap.hi === null)
    return `${SIDE_WORDS.loose}: more than ${gapText(gap.lo.mm, unit)}`;
  return `${SIDE_WORDS[side]} by ${amountText(byAtLeastMm, byAtMostMm, unit)}`;
}

/** The gap of a reading; null where nothing was tried, or two tries clash. */
export const gapOfReading = (reading: GapReading): GapInterval | null =>
  reading.kind === 'interval' ? reading.gap : null;

/** A verdict in one phrase, without the valve. @param gap its interval; null if only the verdict is available */
export function verdictText(verdict: SentVerdict, unit: ShopUnit, gap: KnownGap | null): string {
  switch (verdict.state) {
    case 'inside':
      return INSIDE_WORDS[verdict.how](percent(verdict.chanceInside));
    case 'tight':
    case 'loose':
      return outsideText({ ...verdict, side: verdict.state }, unit, gap);
    case 'not-comparable':
      return `not comparable: ${verdict.obstacles.map((each) => OBSTACLE_WORDS[each]).join(', and ')}`;
    case 'measured':
      return verdict.why === 'measure-only' ? 'measured only, not evaluated' : 'measured, no spec';
    case 'undecided':
      return doubtText(verdict);
  }
}

function doubtText(verdict: SentDoubt): string {
  const { chances } = verdict;
  switch (verdict.why) {
    case 'clash':
      return 'undecided: two tries cannot both be true';
    case 'open-above':
      return 'undecided: try a thicker blade';
    case 'open-below':
      return 'undecided: try a thinner blade';
    case 'across-an-edge':
      return `undecided: the blades leave a limit open${chances ? ` (${percent(chances.inside)} in spec)` : ''}`;
    case 'untried':
      return 'not gauged yet';
    case 'stated':
      return 'undecided: written as in spec, and the spec has changed since';
  }
}
