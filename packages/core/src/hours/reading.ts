import type { Hours, Instant } from '../units/index.ts';

/** What an hour meter showed at a moment. */
export interface MeterReading {
  readonly at: Instant;
  /** As shown: a meter that rolled over shows a small number again. */
  readonly shown: Hours;
}

/** What a person confirmed about a reading that did not follow from the one before. */
export type Confirmation =
  | { readonly kind: 'as-read' }
  | { readonly kind: 'rolled-over'; readonly modulus: Hours }
  | { readonly kind: 'new-meter'; readonly startedAt: Hours };

export interface AcceptedReading extends MeterReading {
  readonly confirmed?: Confirmation;
}
