import {
  type Window,
  type Try,
  type Millimetres,
  type NextBlade,
  type ShopUnit,
  DEFAULT_GAUGING,
  type DecisionRule,
  type GaugingAssumptions,
  SHOP_RULE,
  bladeThickness,
  gapDigits,
  evaluate,
  mm,
  nextBlade,
  readTries,
} from '@sturdy-shim/core';
import { GapStrip } from '../../../shared/marks/index.ts';
import { FEEL_LETTERS, gapOfReading, knownGapText, nextBladeText, verdictText } from '../../../shared/format/index.ts';
import { type Figure, readBlades, readLength, readTriesText } from '../figures.ts';
import { ChoiceField, type Result, Results, TextField, problemIn } from '../fields.tsx';
import type { CalculatorState } from '../calculator-state.ts';
import { TryRows } from '../rows.tsx';
import { SET_FALLBACK, WindowFields, windowFrom } from '../window-fields.tsx';

const FALLBACK = { mm: '0.13f 0.15d 0.18w', thou: '5f 6d 7w' } as const;
const FEEL = { mm: '0.0127', thou: '0.5' } as const;
const RULES = [
  { value: 'shop', label: 'likely (shop rule)' },
  { value: 'proven', label: 'proven' },
] as const;
/** Tries to a gap, a verdict, and the blade to try next. */
export function TriesPanel({ calculator }: { readonly calculator: CalculatorState }) {
  const { unit } = calculator;
  const { window } = windowFrom(calculator);
  const tries = readTriesText(calculator.field('tries', FALLBACK[unit]), unit);
  const set = readBlades(calculator.field('set', SET_FALLBACK[unit]), unit);
  const rule: DecisionRule = calculator.field('rule', 'shop') === 'proven' ? { kind: 'proven' } : SHOP_RULE;
  const feel = readLength(calculator.field('feel', FEEL[unit]), unit, 'Feel', { min: 0.001, max: 0.1 });
  const tolerance = readLength(calculator.field('tolerance', '0'), unit, 'Tolerance', { min: 0, max: 0.05 });
  const assumptions = assumptionsOf(feel, tolerance);
  const list = tries.ok && assumptions ? tries.value : null;
  const reading = list && assumptions && readTries(list, assumptions);
  const verdict = reading && window && evaluate(reading, window, rule);
  const next = list && assumptions && window && set.ok ? nextBlade(list, window, set.value, rule, assumptions) : null;
  const thickness = (at: number): number =>
    list?.[at]?.blades.reduce((sum, blade) => sum + bladeThickness(blade), 0) ?? 0;
  const results = resultsOf({ verdict, reading, next, thickness, unit });
  return (
    <>
      <WindowFields calculator={calculator} />
      <TryRows
        text={calculator.field('tries', FALLBACK[unit])}
        change={(text) => calculator.setField('tries', text)}
        problem={problemIn(tries)}
      />
      <TextField
        calculator={calculator}
        name="set"
        label="Blades at hand"
        fallback={SET_FALLBACK[unit]}
        problem={problemIn(set)}
        suffix={unit}
      />
      <div className="calculator-pair">
        <ChoiceField calculator={calculator} name="rule" label="In spec when" choices={RULES} fallback="shop" />
        <TextField
          calculator={calculator}
          name="feel"
          label="A blade drags within ±"
          fallback={FEEL[unit]}
          problem={problemIn(feel)}
          suffix={unit}
        />
        <TextField
          calculator={calculator}
          name="tolerance"
          label="Blades are true to ±"
          fallback="0"
          problem={problemIn(tolerance)}
          suffix={unit}
        />
      </div>
      <Results title="Tries to a gap" results={results}>
        {window && reading && <Strip {...{ window, reading, verdict, list, thickness }} />}
      </Results>
    </>
  );
}

interface Read {
  readonly verdict: ReturnType<typeof evaluate> | null | undefined;
  readonly reading: ReturnType<typeof readTries> | null;
  readonly next: NextBlade | null | undefined;
  /** Thickness of the blades of a try, in mm. */
  readonly thickness: (at: number) => number;
  readonly unit: ShopUnit;
}

const resultsOf = ({ verdict, reading, next, thickness, unit }: Read): Result[] => [
  ...(verdict
    ? [{ label: 'Verdict', strong: true, words: verdictText(verdict, unit, reading && gapOfReading(reading)) }]
    : []),
  ...(reading?.kind === 'interval' ? [{ label: 'Gap', words: knownGapText(reading.gap, unit) }] : []),
  ...(reading?.kind === 'clash'
    ? reading.clashes.map(({ first, second }, index) => ({
        label: `Clash ${index + 1}`,
        words: `${gapDigits(mm(thickness(first)), unit)} and ${gapDigits(mm(thickness(second)), unit)} cannot both be so: try these two again`,
      }))
    : []),
  ...(next && nextBladeText(next, unit) !== null ? [{ label: 'Next', words: nextBladeText(next, unit) ?? '' }] : []),
];

const assumptionsOf = (feel: Figure<Millimetres>, tolerance: Figure<Millimetres>): GaugingAssumptions | null =>
  feel.ok && tolerance.ok
    ? {
        ...DEFAULT_GAUGING,
        feelHalfWidthMm: feel.value,
        blades: { toleranceMm: tolerance.value, jointMm: DEFAULT_GAUGING.blades.jointMm },
      }
    : null;

interface StripProps extends Pick<Read, 'verdict' | 'thickness'> {
  readonly window: Window;
  readonly reading: ReturnType<typeof readTries>;
  readonly list: readonly Try[] | null;
}

const Strip = ({ window, reading, verdict, list, thickness }: StripProps) => (
  <GapStrip
    size="bench"
    window={window}
    gap={reading.kind === 'interval' ? reading.gap : null}
    state={verdict?.state ?? 'undecided'}
    ticks={(list ?? []).map(({ feel }, index) => ({ atMm: thickness(index), letter: FEEL_LETTERS[feel] }))}
    reachMm={Math.max(window.maxMm * 1.7, ...(list ?? []).map((_, index) => thickness(index) * 1.1))}
  />
);
