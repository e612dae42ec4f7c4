import {
  type AdjustmentAdvice,
  type Millimetres,
  type ShopUnit,
  SMALLEST_PART_DEGREES,
  type TurnPart,
  mm,
  turnAgrees,
} from '@sturdy-shim/core';
import type { AdjustingDto } from '../api/index.ts';
import { amountText, gapText } from '@sturdy-shim/words';

const EIGHTHS = ['', '⅛', '¼', '⅜', '½', '⅝', '¾', '⅞'];
const FLATS: Readonly<Record<Extract<TurnPart, { of: 'flat' }>['quarters'], string>> = {
  1: 'a quarter of a flat',
  2: 'half a flat',
  4: 'a flat',
  8: 'two flats',
  16: 'four flats',
  20: 'five flats',
};

/** A part of a turn that a person can feel: `half a flat`, `⅛ turn`, `1 ¼ turns`; less than the smallest is a touch. */
export function turnPartText(part: TurnPart): string {
  if (part.of === 'touch') return `less than ${FLATS[1]}, a touch`;
  if (part.of === 'flat') return FLATS[part.quarters];
  const whole = Math.floor(part.eighths / 8);
  const rest = EIGHTHS[part.eighths % 8] ?? '';
  const amount = [whole > 0 ? String(whole) : '', rest].filter(Boolean).join('\u00a0');
  return `${amount} turn${whole > 1 || (whole === 1 && rest !== '') ? 's' : ''}`;
}

const degrees = (turns: number): string => {
  const angle = turns * 360;
  return `${angle < SMALLEST_PART_DEGREES ? +angle.toFixed(1) : Math.round(angle)}°`;
};

/** The adjustment that brings the gap to its target, in words. */
export function adjustmentText(advice: AdjustmentAdvice, unit: ShopUnit): string {
  switch (advice.kind) {
    case 'at-target':
      return 'It is on target: leave it.';
    case 'direction-unknown':
      return 'The target is within what is known of the gap: try another blade before you change anything.';
    case 'nothing-to-set':
      return 'Hydraulic: there is nothing to set.';
    case 'turn':
      return turnText(advice);
    default:
      return changeText(advice, unit);
  }
}

type Turn = Extract<AdjustmentAdvice, { kind: 'turn' }>;

function turnText({ direction, leastTurns, maxTurns, turns, inWords }: Turn): string {
  const [verb, way] = direction === 'clockwise' ? ['Close', 'clockwise'] : ['Open', 'counterclockwise'];
  const about = inWords.of === 'touch' ? '' : 'about ';
  const range =
    maxTurns === null
      ? `at least ${degrees(leastTurns)}`
      : maxTurns - leastTurns < 1 / 360
        ? degrees(turns)
        : `${degrees(leastTurns)} to ${degrees(maxTurns)}`;
  return `${verb} it by ${about}${turnPartText(inWords)} ${way} (${range}).`;
}

type Change = Extract<AdjustmentAdvice, { direction: 'open' | 'close' }>;

/** The change of the gap, if no turn can be calculated. */
function changeText({ kind, direction, leastMm, maxMm2 }: Change, unit: ShopUnit): string {
  const change = `The gap has to ${direction} by ${amountText(leastMm, maxMm2, unit)}`;
  const closes = direction === 'close';
  if (kind === 'shim') return `${change}: a shim ${closes ? 'thicker' : 'thinner'} by that.`;
  if (kind === 'machine-shop')
    return closes ? `${change}: that needs a machine shop.` : `${change}: a machine shop grinds that off the stem.`;
  const [verb, way] = closes ? ['Close', 'clockwise'] : ['Open', 'counterclockwise'];
  return `${change}. ${verb} it a little at a time (${way} with a right-hand thread) and gauge again: pitch and rocker ratio are not known.`;
}

/** Repeatability of gaps of this family when the engine is turned over; empty with too few pairs. */
export function repeatabilityText(
  { pairs, agreeing, medianMm }: AdjustingDto['repeatability'],
  unit: ShopUnit,
): string {
  if (agreeing === null || medianMm === null) return '';
  return `After turning over, ${agreeing} of ${pairs} gaps held; half were within ${gapText(medianMm, unit)}.`;
}

/** Learned effect of a full turn, and whether it agrees with pitch and ratio; empty without stated turns. */
export function learnedTurnText(
  { pairs, needed, perTurnMm, fromMm, toMm }: AdjustingDto['turn'],
  byGeometryMm: Millimetres | null,
  unit: ShopUnit,
): string {
  if (perTurnMm === null || fromMm === null || toMm === null)
    return pairs === 0 ? '' : `${pairs} of ${needed} turns gauged before and after: too few to learn from.`;
  const learned = {
    kind: 'learned' as const,
    perTurnMm: mm(perTurnMm),
    quartilesMm: [mm(fromMm), mm(toMm)] as const,
    pairs,
  };
  const shown = `The shop’s checks show ${gapText(learned.perTurnMm, unit)} per full turn (half of them from ${gapText(mm(fromMm), unit)} to ${gapText(mm(toMm), unit)}; ${pairs} turns)`;
  if (byGeometryMm === null) return `${shown}.`;
  return turnAgrees(learned, byGeometryMm)
    ? `${shown}, which fits.`
    : `${shown}. That does not fit: check pitch and ratio.`;
}
