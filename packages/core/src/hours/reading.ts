import type { Hours, Instant } from '../units/index.ts';

/** What an hour meter showed at a moment. */
export interface MeterReading {
  readonly at: Instant;
  /** As shown: a meter that rolled over shows a small number again. */
  readonly shown: Hours;
}

/** A reading that counts. */
export interface AcceptedReading extends MeterReading {
  /** How often its meter had rolled over by then. */
  readonly lap: number;
  /** A person said that it is as read though it does not follow: hours go by it, also backwards. */
  readonly asRead: boolean;
}
