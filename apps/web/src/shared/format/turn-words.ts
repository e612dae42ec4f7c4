import type { TurnAdvice, TurnPart } from '@sturdy-shim/core';

const EIGHTHS = ['', '⅛', '¼', '⅜', '½', '⅝', '¾', '⅞'];

/** A part of a turn that a hand can find: `half a flat`, `⅛ turn`, `1 ¼ turns`. */
export function turnPartText(part: TurnPart): string {
  if (part.of === 'flat')
    return ['a quarter of a flat', 'half a flat', 'three quarters of a flat', 'a flat'][part.quarters - 1] ?? '';
  const whole = Math.floor(part.eighths / 8);
  const rest = EIGHTHS[part.eighths % 8] ?? '';
  const amount = [whole > 0 ? String(whole) : '', rest].filter(Boolean).join('\u00a0');
  return `${amount} turn${whole > 1 || (whole === 1 && rest !== '') ? 's' : ''}`;
}

const degrees = (turns: number): string => `${Math.round(turns * 360)}°`;

/** How far to turn, in words. */
export function turnText(advice: TurnAdvice): string {
  switch (advice.kind) {
    case 'at-aim':
      return 'It is at the aim: do not turn.';
    case 'direction-unknown':
      return 'The aim lies within what is known of the gap: try another blade before you turn.';
    case 'turn': {
      const verb = advice.direction === 'clockwise' ? 'Close' : 'Open';
      const range =
        advice.mostTurns === null
          ? `at least ${degrees(advice.leastTurns)}`
          : advice.mostTurns - advice.leastTurns < 1 / 360
            ? degrees(advice.turns)
            : `${degrees(advice.leastTurns)} to ${degrees(advice.mostTurns)}`;
      return `${verb} it by about ${turnPartText(advice.inWords)} ${advice.direction} (${range}).`;
    }
  }
}
