import { lengthFromText, mm, toMm, type LengthUnit } from '../units/index.ts';
import { gapFromTry, type GapReading, type GaugingAssumptions } from './reading.ts';

/** A gap as it was written in a record kept elsewhere. */
export type WrittenGap =
  /** One figure, a blade that dragged, one that went free (`over`), or one that did not go in (`under`). */
  | { readonly kind: 'figure' | 'drag' | 'over' | 'under'; readonly value: number; readonly unit: LengthUnit }
  | { readonly kind: 'range'; readonly from: number; readonly to: number; readonly unit: LengthUnit }
  /** Stated to be in spec, without a figure. */
  | { readonly kind: 'in-spec' };

/** `not-a-gap`: the text has none of the known forms. */
export type WrittenRefusal = 'not-a-gap' | 'no-thickness' | 'range-reversed';

const IN_SPEC = /^in[ -]spec$/i;
const BEFORE: readonly (readonly [RegExp, 'drag' | 'over' | 'under'])[] = [
  [/^drags? +/i, 'drag'],
  [/^> */, 'over'],
  [/^< */, 'under'],
];
const RANGE = /^([^-–\s]+)(?: *[-–] *| +to +)(\S.*)$/;

/**
 * Reads `0.14`, `0.12-0.16`, `>0.20`, `<0.10`, `drag 0.15` or `in spec`.
 * @param bare the unit of figures without one; null: figures without a unit are refused
 */
export function writtenGapFrom(
  text: string,
  bare: LengthUnit | null,
): WrittenGap | { readonly refusal: WrittenRefusal } {
  const plain = text.trim();
  if (IN_SPEC.test(plain)) return { kind: 'in-spec' };
  for (const [before, kind] of BEFORE) {
    if (before.test(plain)) return figure(kind, plain.replace(before, ''), bare);
  }
  const [, first, second] = RANGE.exec(plain) ?? [];
  if (first === undefined || second === undefined) return figure('figure', plain, bare);
  const to = lengthFromText(second, bare);
  const from = to === null ? null : lengthFromText(first, to.unit);
  if (from === null || to === null || from.unit !== to.unit) return { refusal: 'not-a-gap' };
  if (!(from.value > 0)) return { refusal: 'no-thickness' };
  if (!(from.value < to.value)) return { refusal: 'range-reversed' };
  return { kind: 'range', from: from.value, to: to.value, unit: to.unit };
}

function figure(
  kind: 'figure' | 'drag' | 'over' | 'under',
  text: string,
  bare: LengthUnit | null,
): WrittenGap | { readonly refusal: WrittenRefusal } {
  const length = lengthFromText(text, bare);
  if (length === null) return { refusal: 'not-a-gap' };
  return length.value > 0 ? { kind, ...length } : { refusal: 'no-thickness' };
}

/**
 * As it is written; `writtenGapFrom` reads it again.
 * @param bare the unit in the column beside it; a figure in another unit includes its unit. Null: every figure does
 */
export function writtenGapText(written: WrittenGap, bare: LengthUnit | null): string {
  const text = figuresText(written);
  return written.kind === 'in-spec' || written.unit === bare ? text : `${text} ${written.unit}`;
}

function figuresText(written: WrittenGap): string {
  switch (written.kind) {
    case 'in-spec':
      return 'in spec';
    case 'range':
      return `${written.from}-${written.to}`;
    case 'figure':
      return String(written.value);
    case 'drag':
      return `drag ${written.value}`;
    case 'over':
      return `>${written.value}`;
    case 'under':
      return `<${written.value}`;
  }
}

/**
 * The interval that it proves. A single figure is taken as the blade that dragged (common practice, no source), so it is
 * as uncertain as the feel of a hand.
 */
export function readWritten(written: WrittenGap, assumptions: GaugingAssumptions): GapReading {
  if (written.kind === 'in-spec') return { kind: 'stated' };
  if (written.kind === 'range') {
    const [lo, hi] = [written.from, written.to].map((value) => ({ mm: toMm(value, written.unit), strict: false }));
    return { kind: 'interval', gap: { lo: lo ?? { mm: mm(0), strict: false }, hi: hi ?? null, loMeasured: true } };
  }
  const { kind, value, unit } = written;
  const feel = kind === 'over' ? 'free' : kind === 'under' ? 'wont' : 'drags';
  return { kind: 'interval', gap: gapFromTry({ blades: [{ printed: { value, unit } }], feel }, assumptions) };
}
