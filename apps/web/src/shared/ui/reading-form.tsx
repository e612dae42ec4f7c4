import { Button, Input, type InputRef } from 'antd';
import { useRef, useState } from 'react';
import { newId, problemOf, useRecordReadingMutation, type ReadingDto } from '../api/index.ts';
import { hoursText, readMeterFigure, suspicionText } from '../format/index.ts';
import { Key } from './keys.tsx';
import './reading-form.css';

/** A reading keeps its id until the server has it: sent again after a cut line, it still counts once. */
export function ReadingForm({ tag, keyName }: { readonly tag: string; readonly keyName?: string }) {
  const [typed, setTyped] = useState('');
  const [wrong, setWrong] = useState<string | null>(null);
  const [kept, setKept] = useState<ReadingDto | null>(null);
  const pending = useRef<{ readonly id: string; readonly readAt: string; readonly typed: string } | null>(null);
  const field = useRef<InputRef>(null);
  const [record, { isLoading, error, reset }] = useRecordReadingMutation();
  const problem = problemOf(error);
  const note = wrong ?? problem?.fields.hours ?? (problem && `${problem.what} ${problem.remedy}`);

  const send = async (): Promise<void> => {
    // Enter pressed twice is one reading.
    if (isLoading) return;
    const figure = readMeterFigure(typed);
    if ('problem' in figure) {
      setWrong(figure.problem);
      field.current?.focus();
      return;
    }
    if (pending.current?.typed !== typed) pending.current = { id: newId(), readAt: new Date().toISOString(), typed };
    const { id, readAt } = pending.current;
    const answer = await record({
      tag,
      newReadingDto: { id, readAt, hours: figure.hours },
    });
    if (answer.data === undefined) return;
    pending.current = null;
    setKept(answer.data);
    setTyped('');
  };
  return (
    <form
      className="reading-form"
      onSubmit={(event) => {
        event.preventDefault();
        void send();
      }}
    >
      <label htmlFor="meter">The meter shows {keyName !== undefined && <Key name={keyName} />}</label>
      <div className="reading-row">
        <Input
          id="meter"
          ref={field}
          className="mono"
          size="large"
          inputMode="decimal"
          autoComplete="off"
          value={typed}
          status={note ? 'error' : ''}
          aria-invalid={Boolean(note)}
          aria-describedby="meter-note"
          suffix="h"
          onChange={({ target }) => {
            setTyped(target.value);
            setWrong(null);
            setKept(null);
            if (error) reset();
          }}
        />
        <Button htmlType="submit" size="large" loading={isLoading}>
          Save
        </Button>
      </div>
      <p id="meter-note" aria-live="polite" className={note ? 'field-wrong' : 'muted dense'}>
        {note ?? (kept && keptText(kept))}
      </p>
    </form>
  );
}

const keptText = ({ state, hours, suspicions }: ReadingDto): string =>
  state === 'accepted'
    ? `${hoursText(hours)} saved.`
    : `${hoursText(hours)} saved as suspect; the hours stay the same. ${suspicions.map(suspicionText).join(' ')}`;
