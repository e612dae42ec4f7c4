/** The feel without its grade: the thickness is estimated, not the grading of the hand. */
export type PlainFeel = 'free' | 'drags' | 'wont';

export interface Felt {
  readonly blade: number;
  /** In ticks. */
  readonly thickness: number;
  readonly feel: PlainFeel;
}

/** Gaugings with the same blades and the same answers, calculated once. */
export interface Pattern {
  readonly like: string;
  readonly tries: readonly Felt[];
  readonly count: number;
}
