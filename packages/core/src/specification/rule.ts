import type { PublishedLength } from '../units/index.ts';

/** What a source says about the gap of one kind of valve, in the unit and digits it was published with. */
export type Rule =
  | { readonly kind: 'range'; readonly min: PublishedLength; readonly max: PublishedLength }
  | { readonly kind: 'nominal-tolerance'; readonly nominal: PublishedLength; readonly tolerance: PublishedLength }
  /** One number: the shop tolerance is put around it. */
  | { readonly kind: 'nominal'; readonly nominal: PublishedLength }
  /** "At least this, set to that": the shop says how wide is too wide. */
  | { readonly kind: 'at-least'; readonly min: PublishedLength; readonly setTo: PublishedLength };
