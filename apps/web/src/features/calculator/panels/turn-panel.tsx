import {
  type Adjuster,
  type GapInterval,
  type LockPair,
  type Millimetres,
  THREADS,
  firstOf,
  fromMm,
  gapPerTurn,
  lockShiftOf,
  mm,
  turnFor,
} from '@sturdy-shim/core';
import { adjustmentText, gapText } from '../../../shared/format/index.ts';
import { TurnDial } from '../../../shared/drawings/index.ts';
import { type Figure, figure, noFigure, readLength, readNumber } from '../figures.ts';
import { TextFields, ChoiceField, type Result, Results, TextField, problemIn } from '../fields.tsx';
import type { CalculatorState } from '../calculator-state.ts';

const KINDS = [
  { value: 'screw-at-push-rod', label: 'Screw, push-rod end' },
  { value: 'screw-at-valve', label: 'Screw, valve end' },
  { value: 'pivot-nut', label: 'Pivot nut' },
] as const;
/** Whether the lock was tight at the gauging. */
const GAUGED = [
  { value: 'locked', label: 'Locked' },
  { value: 'unlocked', label: 'Before locking' },
] as const;
const GAPS = { mm: ['0.25', '0.28', '0.20'], thou: ['10', '11', '8'] } as const;

/** How far to turn the adjuster, with the lock shift learned from pairs of before and after. */
export function TurnPanel({ calculator }: { readonly calculator: CalculatorState }) {
  const { unit } = calculator;
  const [from, to, targeted] = GAPS[unit];
  const lo = readLength(calculator.field('lo', from), unit, 'Gap from');
  const hi = readLength(calculator.field('hi', to), unit, 'Gap to');
  const target = readLength(calculator.field('target', targeted), unit, 'Target');
  const ratio = readNumber(calculator.field('ratio', '1.3'), 'Rocker ratio', 0.3, 4);
  const pairs = readPairs(calculator.field('pairs', ''), unit);
  const { advice, adjuster, shift, reversed } = turnOf(calculator, { lo, hi, target, ratio, pairs });
  const results = advice === null || adjuster === null ? [] : resultsOf(advice, { adjuster, shift, unit });
  return (
    <>
      <TextFields
        calculator={calculator}
        of={[
          { name: 'lo', label: 'Gap from', fallback: from, problem: problemIn(lo), suffix: unit },
          {
            name: 'hi',
            label: 'to',
            fallback: to,
            problem: problemIn(hi) ?? (reversed ? 'Gap to: must not be less than the other end.' : undefined),
            suffix: unit,
          },
          { name: 'target', label: 'Target', fallback: targeted, problem: problemIn(target), suffix: unit },
        ]}
      />
      <div className="calculator-pair">
        <AdjusterChoice calculator={calculator} />
        <TextField
          calculator={calculator}
          name="ratio"
          label="Valve arm ÷ rod arm"
          fallback="1.3"
          problem={problemIn(ratio)}
        />
      </div>
      <ChoiceField calculator={calculator} name="gauged" label="Gap gauged" choices={GAUGED} fallback="locked" />
      <TextField
        calculator={calculator}
        name="pairs"
        label="Before and after locking, as 0.21>0.20, five or more"
        fallback=""
        problem={problemIn(pairs)}
        suffix={unit}
      />
      <Results title="Turn of the adjuster" results={results}>
        {advice && <TurnDial advice={advice} size={120} />}
      </Results>
    </>
  );
}

/** A shift is smaller than the digits of a gap. */
const fine = (shiftMm: Millimetres, unit: 'mm' | 'thou'): string =>
  unit === 'mm' ? `${shiftMm.toFixed(3)} mm` : `${fromMm(shiftMm, 'thou').toFixed(2)} thou`;

function readPairs(typed: string, unit: 'mm' | 'thou'): Figure<LockPair[]> {
  const pairs: LockPair[] = [];
  for (const word of typed.split(/[\s;]+/).filter(Boolean)) {
    const [before = '', after = '', more] = word.split('>');
    const [b, a] = [readLength(before, unit, 'Before'), readLength(after, unit, 'After')];
    if (more !== undefined || !b.ok || !a.ok) return noFigure(`“${word}” is no pair. Write before>after: 0.21>0.20.`);
    pairs.push({ beforeMm: b.value, afterMm: a.value });
  }
  return figure(pairs);
}

interface Turned {
  readonly adjuster: Adjuster;
  readonly shift: ReturnType<typeof lockShiftOf> | null;
  readonly unit: 'mm' | 'thou';
}

const resultsOf = (advice: ReturnType<typeof turnFor>, { adjuster, shift, unit }: Turned): Result[] => [
  { label: 'Turn', strong: true, words: adjustmentText(advice, unit) },
  { label: 'Leave before locking', words: gapText(advice.leaveMm, unit) },
  { label: 'One turn changes the gap by', words: gapText(gapPerTurn(adjuster), unit) },
  {
    label: 'Lock shift',
    words:
      shift?.kind === 'learned'
        ? `${fine(shift.medianMm, unit)} in the median of ${shift.pairs} pairs (middle half ${fine(shift.quartilesMm[0], unit)} to ${fine(shift.quartilesMm[1], unit)})`
        : `not known: ${shift?.pairs ?? 0} of 5 pairs`,
  },
];

interface Typed {
  readonly lo: Figure<Millimetres>;
  readonly hi: Figure<Millimetres>;
  readonly target: Figure<Millimetres>;
  readonly ratio: Figure;
  readonly pairs: Figure<LockPair[]>;
}

function turnOf(calculator: CalculatorState, { lo, hi, target, ratio, pairs }: Typed) {
  const shift = pairs.ok ? lockShiftOf(pairs.value) : null;
  const reversed = lo.ok && hi.ok && hi.value < lo.value;
  if (!lo.ok || !hi.ok || !target.ok || !ratio.ok || !pairs.ok || reversed)
    return { advice: null, adjuster: null, shift, reversed };
  const adjuster: Adjuster = { ...adjusterIn(calculator), rockerRatio: ratio.value };
  const gap: GapInterval = {
    lo: { mm: lo.value, strict: false },
    hi: { mm: hi.value, strict: false },
    loMeasured: true,
  };
  const advice = turnFor(gap, target.value, adjuster, {
    shiftMm: shift?.kind === 'learned' ? shift.medianMm : mm(0),
    gaugedLocked: calculator.field('gauged', 'locked') === 'locked',
  });
  return { advice, adjuster, shift, reversed };
}

/** The chosen adjuster; the address may contain an unknown one. */
function adjusterIn(calculator: CalculatorState): Pick<Adjuster, 'kind' | 'pitchMm'> {
  const kind = KINDS.find(({ value }) => value === calculator.field('kind', 'screw-at-push-rod'));
  const thread = THREADS.find(({ name }) => name === calculator.field('thread', 'M6 × 0.75'));
  return { kind: kind?.value ?? 'screw-at-push-rod', pitchMm: (thread ?? firstOf(THREADS)).pitchMm };
}

const AdjusterChoice = ({ calculator }: { readonly calculator: CalculatorState }) => (
  <>
    <ChoiceField calculator={calculator} name="kind" label="Adjuster" choices={KINDS} fallback="screw-at-push-rod" />
    <ChoiceField
      calculator={calculator}
      name="thread"
      label="Thread"
      choices={THREADS.map(({ name }) => ({ value: name, label: name }))}
      fallback="M6 × 0.75"
    />
  </>
);
