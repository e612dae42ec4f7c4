import { Button, Input, Segmented } from 'antd';
import { useRef, useState } from 'react';
import { newId, problemOf, useEnterUseMutation } from '../../shared/api/index.ts';
import { hoursText, readFigure, today } from '../../shared/format/index.ts';
import { DayField, Field, ProblemNote } from '../../shared/ui/index.ts';

const WORDS = {
  days: { amount: 'Days on the job', rate: 'Hours a day', example: '4' },
  fuel: { amount: 'Fuel used', rate: 'Fuel burned in an hour', example: '0.6' },
} as const;
type Basis = keyof typeof WORDS;

/** What a unit without an hour meter did: its hours are worked out from days or fuel. */
export function UseForm({ tag }: { readonly tag: string }) {
  const [basis, setBasis] = useState<Basis>('days');
  const [fromDay, setFromDay] = useState<string>(() => today());
  const [toDay, setToDay] = useState<string>(() => today());
  const [amount, setAmount] = useState('');
  const [rate, setRate] = useState('');
  const [wrong, setWrong] = useState<Readonly<Record<string, string>>>({});
  // The same until the server has it: sent again after a cut line, it counts once.
  const id = useRef(newId());
  const [enter, entering] = useEnterUseMutation();
  const problem = problemOf(entering.error);
  const words = WORDS[basis];
  const said = (field: string): string | undefined => wrong[field] ?? problem?.fields[field];
  const send = async (): Promise<void> => {
    const [howMuch, howFast] = [readFigure(amount, '3.5'), readFigure(rate, words.example)];
    const problems = {
      ...('problem' in howMuch && { amount: howMuch.problem }),
      ...('problem' in howFast && { rate: howFast.problem }),
    };
    setWrong(problems);
    if ('problem' in howMuch || 'problem' in howFast) return;
    const entry = { id: id.current, fromDay, toDay, basis, amount: howMuch.value, rate: howFast.value };
    const answer = await enter({ tag, newUseEntryDto: entry });
    if (answer.data === undefined) return;
    id.current = newId();
    setAmount('');
  };
  return (
    <form
      className="use-form"
      onSubmit={(event) => {
        event.preventDefault();
        void send();
      }}
    >
      <p className="muted">It has no hour meter: its hours are worked out, and shown as estimated.</p>
      <Segmented
        aria-label="Worked out from"
        value={basis}
        onChange={setBasis}
        options={[
          { value: 'days', label: 'From days' },
          { value: 'fuel', label: 'From fuel' },
        ]}
      />
      <Field id="use-from" label="From" wrong={said('fromDay')}>
        <DayField value={fromDay} change={setFromDay} required />
      </Field>
      <Field id="use-to" label="To" wrong={said('toDay')}>
        <DayField value={toDay} change={setToDay} required />
      </Field>
      <Field id="use-amount" label={words.amount} wrong={said('amount')}>
        <Input className="mono" inputMode="decimal" value={amount} onChange={({ target }) => setAmount(target.value)} />
      </Field>
      <Field id="use-rate" label={words.rate} wrong={said('rate')}>
        <Input className="mono" inputMode="decimal" value={rate} onChange={({ target }) => setRate(target.value)} />
      </Field>
      <Button htmlType="submit" loading={entering.isLoading}>
        Enter
      </Button>
      {entering.data && <p role="status">About {hoursText(entering.data.hours)} entered.</p>}
      {problem && Object.keys(problem.fields).length === 0 && <ProblemNote problem={problem} />}
    </form>
  );
}
