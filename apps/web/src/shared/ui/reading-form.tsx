import { Form, Input } from 'antd';
import { useRef, useState } from 'react';
import { type Problem, type ReadingDto, newId, problemOf, useRecordReadingMutation } from '../api/index.ts';
import { hoursText, readMeterFigure, suspicionText } from '../format/index.ts';
import { ShopField, ShopForm, unreadable } from './form/index.ts';
import { Key } from './keys.tsx';
import './reading-form.css';

const EMPTY = { hours: '' };

/** A reading keeps its id until the server has it, so that a repeated request counts once. */
export function ReadingForm({ tag, keyName }: { readonly tag: string; readonly keyName?: string }) {
  const [form] = Form.useForm<typeof EMPTY>();
  const [kept, setKept] = useState<ReadingDto | null>(null);
  const pending = useRef<{ readonly id: string; readonly readAt: string; readonly typed: string } | null>(null);
  const [record] = useRecordReadingMutation();
  const send = async ({ hours: typed }: typeof EMPTY): Promise<Problem | null> => {
    const figure = readMeterFigure(typed);
    if (!figure.ok) return unreadable({ hours: figure.problem });
    if (pending.current?.typed !== typed) pending.current = { id: newId(), readAt: new Date().toISOString(), typed };
    const { id, readAt } = pending.current;
    const { data, error } = await record({ tag, newReadingDto: { id, readAt, hours: figure.value } });
    if (data !== undefined) {
      pending.current = null;
      setKept(data);
    }
    return problemOf(error);
  };
  return (
    <ShopForm
      name="reading"
      form={form}
      className="reading-form"
      again
      plain
      initial={EMPTY}
      submit="Save"
      send={send}
      edited={() => setKept(null)}
      beside={
        // Reserves its space, so that content below does not move when a message appears.
        <p className="reading-kept muted dense" aria-live="polite">
          {kept && keptText(kept)}
        </p>
      }
    >
      <ShopField name="hours" label={<span>The meter shows {keyName !== undefined && <Key name={keyName} />}</span>}>
        <Input className="mono" size="large" inputMode="decimal" autoComplete="off" suffix="h" />
      </ShopField>
    </ShopForm>
  );
}

const keptText = ({ state, hours, suspicions }: ReadingDto): string =>
  state === 'accepted'
    ? `${hoursText(hours)} saved.`
    : `${hoursText(hours)} saved as suspect; the hours stay the same. ${suspicions.map(suspicionText).join(' ')}`;
