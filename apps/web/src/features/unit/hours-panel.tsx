import { Button, Input, type InputRef } from 'antd';

import { useRef, useState } from 'react';
import {
  newId,
  problemOf,
  useRecordReadingMutation,
  type ReadingDto,
  type UnitStatusDto,
} from '../../shared/api/index.ts';
import { agoText, dueText, hoursText, readMeterFigure, suspicionText } from '../../shared/format/index.ts';
import { useMay } from '../../shared/me/index.ts';
import { Key } from '../../shared/ui/index.ts';

interface HoursPanelProps {
  readonly tag: string;
  readonly status: UnitStatusDto;
}

/** The hours of a unit, what is left of its interval, and the field for the next reading. */
export function HoursPanel({ tag, status }: HoursPanelProps) {
  const { hoursNow, hoursReadAt, shareLeft } = status;
  const due = dueText(status);
  const mayRead = useMay('recordReading');
  return (
    <section className="hours-panel" aria-label="Run-hours">
      <p className="hours-now mono">{hoursNow === null ? '– – –' : hoursText(hoursNow)}</p>
      <p className="muted dense">
        {hoursReadAt === null ? 'no reading yet' : `read ${agoText(hoursReadAt, new Date())}`}
      </p>
      {due !== null && <p className="hours-due">{due}</p>}
      {shareLeft !== null && <IntervalBar shareLeft={shareLeft} />}
      {mayRead && <ReadingForm key={tag} tag={tag} />}
    </section>
  );
}

/** What is used of the interval; overdue on its end the bar is ink on hatching. */
function IntervalBar({ shareLeft }: { readonly shareLeft: number }) {
  const used = Math.min(1, Math.max(0, 1 - shareLeft));
  return (
    <div
      className={`interval-bar${shareLeft <= 0 ? ' past' : ''}`}
      role="img"
      aria-label={`${Math.round((1 - shareLeft) * 100)} % of the interval used`}
    >
      <span style={{ width: `${used * 100}%` }} />
    </div>
  );
}

/** A reading keeps its id until the server has it: sent again after a cut line, it still counts once. */
function ReadingForm({ tag }: { readonly tag: string }) {
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
      <label htmlFor="meter">
        The meter shows <Key name="h" />
      </label>
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
