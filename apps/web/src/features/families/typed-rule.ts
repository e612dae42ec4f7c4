import {
  type FigureReading,
  type PairReading,
  type PlainLength,
  type RuleSlip,
  lengthFromText,
  plainText,
  ruleSlips,
} from '@sturdy-shim/core';
import type { RuleDto, SourceFigureDto } from '../../shared/api/index.ts';

type Unit = SourceFigureDto['unit'];
export type Part = 'min' | 'max' | 'nominal' | 'tolerance' | 'setTo';

/** A rule as it is being typed. */
export interface TypedRule {
  readonly kind: RuleDto['kind'];
  readonly unit: Unit;
  readonly figures: Readonly<Partial<Record<Part, string>>>;
  /** The same figures in the other system, where the source prints both. */
  readonly beside: Readonly<Partial<Record<Part, string>>>;
  readonly withBeside: boolean;
  /** The interpretations that a person chose for printed figures. */
  readonly chosen: Readonly<Partial<Record<Part, SourceFigureDto>>>;
}
export const EMPTY_RULE: TypedRule = {
  kind: 'range',
  unit: 'mm',
  figures: {},
  beside: {},
  withBeside: false,
  chosen: {},
};

export const KINDS: Readonly<
  Record<RuleDto['kind'], { readonly label: string; readonly parts: readonly (readonly [Part, string])[] }>
> = {
  range: {
    label: 'from … to',
    parts: [
      ['min', 'from'],
      ['max', 'to'],
    ],
  },
  'nominal-tolerance': {
    label: 'figure ± tolerance',
    parts: [
      ['nominal', 'figure'],
      ['tolerance', '±'],
    ],
  },
  nominal: { label: 'one number', parts: [['nominal', 'figure']] },
  'at-least': {
    label: 'at least, set to',
    parts: [
      ['min', 'at least'],
      ['setTo', 'set to'],
    ],
  },
};

/** The unit in which the other figure of a pair is printed. */
export const besideUnit = (unit: Unit): Unit => (unit === 'mm' ? 'in' : 'mm');

/** One figure as a DTO; null if it is not a length. */
function figureOf({ unit, figures, beside, withBeside, chosen }: TypedRule, part: Part): SourceFigureDto | null {
  const decided = chosen[part];
  if (decided !== undefined) return decided;
  const read = lengthFromText(figures[part] ?? '', unit);
  if (read === null) return null;
  const text = withBeside ? (beside[part] ?? '').trim() : '';
  if (text === '') return read;
  const other = lengthFromText(text, besideUnit(unit));
  return other === null ? null : { ...read, beside: other };
}

/** The rule as a DTO; null while a part is missing or is not a figure. */
export function ruleOf(typed: TypedRule): RuleDto | null {
  const parts = KINDS[typed.kind].parts.map(([part]) => [part, figureOf(typed, part)] as const);
  if (parts.some(([, figure]) => figure === null)) return null;
  return { kind: typed.kind, ...Object.fromEntries(parts) } as RuleDto;
}

/** The interpretations of a rule to choose from, when all of it is typed; a single figure is questioned immediately. */
export function slipsOf(typed: TypedRule, context: Parameters<typeof ruleSlips>[1] = {}): RuleSlip[] {
  const whole = ruleOf(typed);
  if (whole !== null) return ruleSlips(whole, context);
  return KINDS[typed.kind].parts.flatMap(([part]) => {
    const figure = part === 'tolerance' ? null : figureOf(typed, part);
    if (figure === null) return [];
    return ruleSlips({ kind: 'nominal', nominal: figure }, context).map((slip) => ({ ...slip, part }));
  });
}

type Reading = FigureReading | PairReading;

/** An interpretation in words. */
export const readingText = (reading: Reading): string =>
  'length' in reading ? plainText(reading.length) : `${plainText(reading.metric)} (${plainText(reading.inch)})`;

/**
 * Applies the chosen reading and keeps the printed figure. Other figures of the rule with the same kind of slip get the
 * same reading.
 */
export function withChoice(typed: TypedRule, slip: RuleSlip, reading: Reading, slips: readonly RuleSlip[]): TypedRule {
  const alike = slips.flatMap((each) => {
    const same =
      each.part === slip.part
        ? reading
        : (each.readings as readonly Reading[]).find((other) => isAlike(other, reading));
    return same === undefined ? [] : [[each.part, chosenFigure(typed, each, same)] as const];
  });
  return { ...typed, chosen: { ...typed.chosen, ...Object.fromEntries(alike) } };
}

const isAlike = (a: Reading, b: Reading): boolean =>
  'length' in a && 'length' in b
    ? a.misprint === b.misprint && a.length.unit === b.length.unit
    : !('length' in a) && !('length' in b) && a.wrong === b.wrong;

function chosenFigure(typed: TypedRule, { part }: RuleSlip, reading: Reading): SourceFigureDto {
  const printed = printedText(typed, part);
  if ('length' in reading) return { ...reading.length, printed };
  const [used, other]: [PlainLength, PlainLength] =
    typed.unit === 'mm' ? [reading.metric, reading.inch] : [reading.inch, reading.metric];
  return { ...used, beside: other, printed };
}

/** The rule in the unit of the source, with the typed digits. */
export function printedText({ unit, figures, beside, withBeside }: TypedRule, part: Part): string {
  const own = `${(figures[part] ?? '').trim()} ${unit}`;
  const other = withBeside ? (beside[part] ?? '').trim() : '';
  return other === '' ? own : `${own} / ${other} ${besideUnit(unit)}`;
}

/** An edited figure loses its earlier decision. */
export const withFigure = (typed: TypedRule, row: 'figures' | 'beside', part: Part, text: string): TypedRule => {
  const { [part]: _dropped, ...chosen } = typed.chosen;
  return { ...typed, chosen, [row]: { ...typed[row], [part]: text } };
};
