import { Button, Input, Select } from 'antd';
import { type ReactNode, useState } from 'react';
import type { CalculatorState } from './calculator-state.ts';
import type { Figure } from './figures.ts';

interface TextFieldProps {
  readonly calculator: CalculatorState;
  readonly name: string;
  readonly label: string;
  readonly fallback: string;
  readonly problem?: string | undefined;
  readonly suffix?: string;
}

/** One figure of a panel, with its error below. */
export function TextField({ calculator, name, label, fallback, problem, suffix }: TextFieldProps) {
  const id = `calculator-${name}`;
  return (
    <div className="calculator-field">
      <label htmlFor={id}>{label}</label>
      <Input
        id={id}
        className="mono"
        value={calculator.field(name, fallback)}
        status={problem ? 'error' : ''}
        aria-invalid={Boolean(problem)}
        aria-describedby={problem ? `${id}-problem` : undefined}
        suffix={suffix ?? <span />}
        onChange={({ target }) => calculator.setField(name, target.value)}
        autoComplete="off"
      />
      {problem && (
        <p id={`${id}-problem`} className="field-wrong">
          {problem}
        </p>
      )}
    </div>
  );
}

interface ChoiceFieldProps {
  readonly calculator: CalculatorState;
  readonly name: string;
  readonly label: string;
  readonly choices: readonly { readonly value: string; readonly label: string }[];
  readonly fallback: string;
}

export function ChoiceField({ calculator, name, label, choices, fallback }: ChoiceFieldProps) {
  const typed = calculator.field(name, fallback);
  const value = choices.some((choice) => choice.value === typed) ? typed : fallback;
  return (
    <div className="calculator-field">
      <label htmlFor={`calculator-${name}`}>{label}</label>
      <Select
        id={`calculator-${name}`}
        value={value}
        options={[...choices]}
        onChange={(next) => calculator.setField(name, next)}
      />
    </div>
  );
}

export interface Result {
  readonly label: string;
  readonly words: string;
  readonly strong?: boolean;
}

/** The results, which can be copied as text. */
export function Results({
  title,
  results,
  children,
}: {
  readonly title: string;
  readonly results: readonly Result[];
  readonly children?: ReactNode;
}) {
  const [copied, setCopied] = useState(false);
  const copy = async (): Promise<void> => {
    const text = [title, ...results.map(({ label, words }) => `${label}: ${words}`)].join('\n');
    setCopied(await copyText(text));
  };
  return (
    <section className="calculator-results" aria-live="polite" aria-label="Result">
      {children}
      <dl>
        {results.map(({ label, words, strong }) => (
          <div key={label} className={strong ? 'strong' : undefined}>
            <dt>{label}</dt>
            <dd>{words}</dd>
          </div>
        ))}
      </dl>
      {results.length > 0 && (
        <Button size="small" onClick={() => void copy()}>
          {copied ? 'Copied' : 'Copy as text'}
        </Button>
      )}
    </section>
  );
}

/** The clipboard API exists on secure origins only; elsewhere a selection is copied. */
async function copyText(text: string): Promise<boolean> {
  if (navigator.clipboard !== undefined) {
    return navigator.clipboard.writeText(text).then(
      () => true,
      () => false,
    );
  }
  const area = document.createElement('textarea');
  area.value = text;
  document.body.append(area);
  area.select();
  const done = document.execCommand('copy');
  area.remove();
  return done;
}

export const problemIn = (figure: Figure<unknown>): string | undefined => (figure.ok ? undefined : figure.problem);

interface TextFieldsProps {
  readonly calculator: CalculatorState;
  readonly of: readonly Omit<TextFieldProps, 'calculator'>[];
}

/** A row of fields. */
export const TextFields = ({ calculator, of }: TextFieldsProps) => (
  <div className="calculator-pair">
    {of.map((field) => (
      <TextField key={field.name} calculator={calculator} {...field} />
    ))}
  </div>
);
