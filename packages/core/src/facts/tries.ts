import type { Blade, Feel, Try } from '../gauging/index.ts';
import { mm, type PublishedLength } from '../units/index.ts';

/** A blade as it is stored and sent: bare numbers, an absent measurement as null or left out. */
export interface BladeFacts {
  readonly printed: PublishedLength;
  readonly measuredMm?: number | null;
}

export interface TryFacts {
  readonly blades: readonly BladeFacts[];
  readonly feel: Feel;
}

export const bladeFromFacts = ({ printed, measuredMm }: BladeFacts): Blade => ({
  printed,
  ...(measuredMm !== null && measuredMm !== undefined && { measuredMm: mm(measuredMm) }),
});

export const triesFromFacts = (tries: readonly TryFacts[]): Try[] =>
  tries.map(({ blades, feel }) => ({ feel, blades: blades.map(bladeFromFacts) }));
