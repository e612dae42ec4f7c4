import { Form, Input, Segmented } from 'antd';
import { useRef, useState } from 'react';
import { type Problem, newId, problemOf, useEnterUseMutation } from '../../shared/api/index.ts';
import { hoursText, readFigure, today } from '../../shared/format/index.ts';
import { BOUND_DAY, DayField, ShopField, ShopForm } from '../../shared/ui/index.ts';

const WORDS = {
  days: { amount: 'Days on the job', rate: 'Hours a day', example: '4' },
  fuel: { amount: 'Fuel used', rate: 'Fuel burned in an hour', example: '0.6' },
} as const;
type Basis = keyof typeof WORDS;

interface Use {
  readonly basis: Basis;
  readonly fromDay: string;
  readonly toDay: string;
  readonly amount: string;
  readonly rate: string;
}
const figure = (example: string) => ({
  validator: (_: unknown, typed: string) => {
    const read = readFigure(typed, example);
    return !read.ok ? Promise.reject(new Error(read.problem)) : Promise.resolve();
  },
});
/** Already validated by the form rules. */
const valueOf = (typed: string, example: string): number => {
  const read = readFigure(typed, example);
  if (!read.ok) throw new Error('the rules of the form hold before it is sent');
  return read.value;
};

/** Adds a use entry for a unit without an hour meter, whose hours are estimated from days or fuel. */
export function UseForm({ tag }: { readonly tag: string }) {
  // Stable until the server has it, so that a repeated request counts once.
  const id = useRef(newId());
  const [initial] = useState<Use>(() => ({ basis: 'days', fromDay: today(), toDay: today(), amount: '', rate: '' }));
  const [enter, entering] = useEnterUseMutation();
  const send = async ({ amount, rate, ...entry }: Use): Promise<Problem | null> => {
    const newUseEntryDto = {
      ...entry,
      id: id.current,
      amount: valueOf(amount, '3.5'),
      rate: valueOf(rate, WORDS[entry.basis].example),
    };
    const { error } = await enter({ tag, newUseEntryDto });
    if (error === undefined) id.current = newId();
    return problemOf(error);
  };
  return (
    <ShopForm
      name="use"
      className="use-form"
      initial={initial}
      send={send}
      again
      submit="Enter"
      below={entering.data && <p role="status">About {hoursText(entering.data.hours)} entered.</p>}
    >
      <p className="muted">It has no hour meter: its hours are worked out, and shown as estimated.</p>
      <Form.Item name="basis" noStyle>
        <Segmented
          aria-label="Worked out from"
          options={[
            { value: 'days', label: 'From days' },
            { value: 'fuel', label: 'From fuel' },
          ]}
        />
      </Form.Item>
      <ShopField name="fromDay" label="From" trigger="change">
        <DayField required {...BOUND_DAY} />
      </ShopField>
      <ShopField name="toDay" label="To" trigger="change">
        <DayField required {...BOUND_DAY} />
      </ShopField>
      <Figures />
    </ShopForm>
  );
}

function Figures() {
  const words = WORDS[Form.useWatch('basis', Form.useFormInstance<Use>()) ?? 'days'];
  const field = <Input className="mono" inputMode="decimal" />;
  return (
    <>
      <ShopField name="amount" label={words.amount} rules={[figure('3.5')]}>
        {field}
      </ShopField>
      <ShopField name="rate" label={words.rate} rules={[figure(words.example)]}>
        {field}
      </ShopField>
    </>
  );
}
