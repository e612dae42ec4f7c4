import { mm, type Millimetres } from '../units/index.ts';

/**
 * How an adjuster moves the gap. The rocker ratio R is valve arm over push-rod arm.
 * `screw-at-valve`: the screw moves the gap by its own travel. `screw-at-push-rod`: by its travel times R.
 * `pivot-nut`: the nut moves the pivot, and with the push rod held the valve end moves by 1 + R times as much.
 */
export interface Adjuster {
  readonly kind: 'screw-at-valve' | 'screw-at-push-rod' | 'pivot-nut';
  readonly pitchMm: Millimetres;
  readonly rockerRatio: number;
}

/** Gap change of one full turn, by levers (small angles; checked against a simulated rocker). @throws RangeError for a pitch or ratio of 0 */
export function gapPerTurn({ kind, pitchMm, rockerRatio }: Adjuster): Millimetres {
  if (!(pitchMm > 0) || !(rockerRatio > 0))
    throw new RangeError('an adjuster needs a pitch and a rocker ratio above 0');
  switch (kind) {
    case 'screw-at-valve':
      return pitchMm;
    case 'screw-at-push-rod':
      return mm(pitchMm * rockerRatio);
    case 'pivot-nut':
      return mm(pitchMm * (1 + rockerRatio));
  }
}
