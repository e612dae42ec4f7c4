import { useEffect, useRef } from 'react';
import type { TryDto } from '../../shared/api/index.ts';
import { bladesText, gapOfReading, verdictText } from '../../shared/format/index.ts';
import { usePreferences } from '../../shared/preferences/index.ts';
import { speak } from '../../shared/ui/index.ts';
import type { BladeAdvice, EvaluatedValve } from './draft/evaluated-valve.ts';
import { wireVerdict } from './steps/found-line.tsx';

/** Speaks the result of a new try and the next blade, if speech is on. */
export function useSpoken(
  tries: readonly TryDto[],
  { verdict, reading }: EvaluatedValve,
  next: BladeAdvice | null,
): void {
  const { voice, unit } = usePreferences();
  const before = useRef(tries);
  useEffect(() => {
    const added = tries !== before.current && tries.length > 0;
    before.current = tries;
    if (!added || !voice) return;
    const blade = next?.kind === 'try' ? `Next, ${bladesText(next.blades, unit)}` : null;
    speak([verdictText(wireVerdict(verdict), unit, gapOfReading(reading)), blade].filter(Boolean).join('. '));
  });
}
