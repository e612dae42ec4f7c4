import { useKeys } from '../../../shared/ui/index.ts';
import { BigChoice } from './big-choice.tsx';

interface ChoiceRowProps<Value extends string> {
  readonly label: string;
  readonly options: readonly (readonly [Value, string])[];
  readonly value: Value | null;
  readonly choose: (value: Value) => void;
  /** The first key; the others follow. */
  readonly from?: number;
}

/** A choice of one answer, by touch or by the keys 1, 2, 3. */
export function ChoiceRow<Value extends string>({ label, options, value, choose, from = 1 }: ChoiceRowProps<Value>) {
  const keyOf = (index: number): string => (from + index <= 10 ? String((from + index) % 10) : '');
  useKeys(
    options.flatMap(([each, words], index) =>
      keyOf(index) === '' ? [] : [{ key: keyOf(index), what: words, run: () => choose(each) }],
    ),
  );
  return (
    <div className="big-choices" role="radiogroup" aria-label={label}>
      {options.map(([each, words], index) => (
        <BigChoice
          key={each}
          role="radio"
          words={words}
          keyName={keyOf(index)}
          chosen={value === each}
          choose={() => choose(each)}
        />
      ))}
    </div>
  );
}
