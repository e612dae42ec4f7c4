import { DEFAULT_GAUGING, adviseSet, gapDigits, mm, plainText, type BladeChoice } from '@sturdy-shim/core';
import { readBlades } from '../figures.ts';
import { type Result, Results, TextField, problemIn } from '../fields.tsx';
import type { CalculatorState } from '../calculator-state.ts';
import { SET_FALLBACK, WindowFields, windowFrom } from '../window-fields.tsx';

/** Which blades set, prove and reject a window, and the one to buy where the set cannot. */
export function BladesPanel({ calculator }: { readonly calculator: CalculatorState }) {
  const { unit } = calculator;
  const { window } = windowFrom(calculator);
  const set = readBlades(calculator.field('set', SET_FALLBACK[unit]), unit);
  const results =
    window === null || !set.ok ? [] : resultsOf(adviseSet(set.value, window, DEFAULT_GAUGING, unit), unit);
  return (
    <>
      <WindowFields calculator={calculator} />
      <TextField
        calculator={calculator}
        name="set"
        label="Blades of the set"
        fallback={SET_FALLBACK[unit]}
        problem={problemIn(set)}
        suffix={unit}
      />
      <Results title="Blades for a spec" results={results} />
    </>
  );
}

function resultsOf(
  { setting, proving, rejectsTight, rejectsLoose, provesAtTarget, toBuy }: ReturnType<typeof adviseSet>,
  unit: 'mm' | 'thou',
): Result[] {
  const words = ({ blades, thickness }: BladeChoice): string =>
    blades.length > 1
      ? `${blades.map(({ printed }) => plainText(printed)).join(' + ')} stacked (${gapDigits(mm(thickness), unit)} ${unit})`
      : blades.map(({ printed }) => plainText(printed)).join('');
  return [
    {
      label: 'Set with',
      strong: true,
      words:
        setting === null
          ? 'no blade of this set is in spec'
          : `${words(setting)}${setting.provesAlone ? ': its drag proves it in spec' : ': a drag alone will not prove it'}`,
    },
    {
      label: 'Prove with',
      words:
        proving === null
          ? 'no two blades of this set prove a gap at the target'
          : `${words(proving.go)} must go in free, ${words(proving.noGo)} must not enter`,
    },
    {
      label: 'Tight when',
      words: rejectsTight === null ? 'no blade of this set shows it' : `${words(rejectsTight)} won’t enter`,
    },
    {
      label: 'Loose when',
      words: rejectsLoose === null ? 'no blade of this set shows it' : `${words(rejectsLoose)} goes free`,
    },
    {
      label: 'This set',
      words: provesAtTarget
        ? 'can prove a gap at the target in spec'
        : toBuy === null
          ? 'cannot prove a gap at the target, and no single blade would help: the spec is narrower than the feel of a blade'
          : `cannot prove a gap at the target; buy a blade of ${plainText(toBuy)}`,
    },
  ];
}
