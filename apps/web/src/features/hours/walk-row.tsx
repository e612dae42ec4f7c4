import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { Link } from 'react-router';
import type { KeyboardEvent } from 'react';
import type { ReadingDto, RecordedDto, WalkLineDto } from '../../shared/api/index.ts';
import { agoText, hoursText, readMeterFigure, suspicionText } from '../../shared/format/index.ts';
import type { EnteredReading } from '../../shared/outbox/index.ts';
import { isColumn } from './pasted.ts';
import { ExpectedRange } from './expected-range.tsx';

interface RowProps {
  readonly line: WalkLineDto;
  readonly typed: string;
  readonly wrong: string | undefined;
  readonly waiting: EnteredReading | undefined;
  readonly taken: RecordedDto | undefined;
  readonly mayRead: boolean;
  readonly mayOrder: boolean;
  readonly type: (text: string) => void;
  readonly enter: () => void;
  readonly step: (by: number) => void;
  readonly paste: (text: string) => void;
}

/** One meter of the walk: its unit, the expected figure, and the field. */
export function WalkRow(row: RowProps) {
  const { line, typed, wrong, waiting, taken, mayRead, mayOrder } = row;
  const { setNodeRef, attributes, listeners, transform, transition, isDragging } = useSortable({ id: line.unitId });
  const today = taken?.reading ?? line.today;
  const note = wrong ?? noteOf(line, typed, waiting, today);
  const odd = wrong !== undefined || today?.state === 'suspect' || isUnexpected(line, typed);
  return (
    <li
      ref={setNodeRef}
      className={isDragging ? 'walk-row dragged' : 'walk-row'}
      style={{ transform: CSS.Translate.toString(transform), transition }}
    >
      {mayOrder ? <Handle tag={line.tag} {...{ attributes, listeners }} /> : <span />}
      <Link className="walk-tag mono" to={`/units/${encodeURIComponent(line.tag)}`}>
        {line.tag}
      </Link>
      <span className="walk-kind">
        {line.kind}
        <span className="muted dense">{expectedText(line)}</span>
      </span>
      <LastRead line={line} />
      {mayRead && <Entry row={row} odd={odd} today={today} />}
      <ExpectedRange {...line} hours={figureOf(typed) ?? waiting?.hours ?? today?.hours ?? null} />
      {mayRead && <Note id={`note-${line.unitId}`} odd={odd} text={note} />}
    </li>
  );
}

interface NoteProps {
  readonly id: string;
  readonly odd: boolean;
  readonly text: string;
}

const Note = ({ id, odd, text }: NoteProps) => (
  <span id={id} aria-live="polite" className={`walk-note ${odd ? 'field-wrong' : 'muted dense'}`}>
    {text}
  </span>
);

interface HandleProps extends Pick<ReturnType<typeof useSortable>, 'attributes' | 'listeners'> {
  readonly tag: string;
}

/** Moves the row on the walk, by dragging or with the keys. */
const Handle = ({ tag, attributes, listeners }: HandleProps) => (
  <button type="button" className="walk-handle" aria-label={`Move ${tag} on the walk`} {...attributes} {...listeners}>
    ⠿
  </button>
);

const LastRead = ({ line: { lastHours, lastReadAt } }: { readonly line: WalkLineDto }) => (
  <span className="walk-last">
    <span className="mono">{lastHours === null ? '–' : hoursText(lastHours)}</span>
    {lastReadAt !== null && <span className="muted dense">{agoText(lastReadAt, new Date())}</span>}
  </span>
);

const expectedText = ({ expectedLo, expectedHi }: WalkLineDto): string =>
  expectedLo === null || expectedHi === null
    ? 'never read'
    : `expected ${Math.floor(expectedLo)} to ${Math.ceil(expectedHi)}`;

function figureOf(typed: string): number | null {
  const figure = readMeterFigure(typed);
  return !figure.ok ? null : figure.value;
}

/** Far outside what is expected; the server alone decides what is suspect. */
function isUnexpected({ expectedLo, expectedHi, lastHours }: WalkLineDto, typed: string): boolean {
  const figure = readMeterFigure(typed);
  if (!figure.ok || expectedLo === null || expectedHi === null || lastHours === null) return false;
  const room = Math.max(5, expectedHi - expectedLo);
  return figure.value < lastHours - 0.1 || figure.value > expectedHi + room;
}

function noteOf(
  line: WalkLineDto,
  typed: string,
  waiting: EnteredReading | undefined,
  today: ReadingDto | null,
): string {
  if (typed.trim() !== '') return isUnexpected(line, typed) ? 'Not what was expected: look again.' : '';
  if (waiting !== undefined) return `${hoursText(waiting.hours)} kept, not sent yet`;
  if (today === null) return '';
  return today.state === 'suspect'
    ? `${hoursText(today.hours)} does not add up. ${today.suspicions.map(suspicionText).join(' ')}`
    : `${hoursText(today.hours)} saved today`;
}

interface EntryProps {
  readonly row: RowProps;
  readonly odd: boolean;
  readonly today: ReadingDto | null;
}

/** The field for the reading; a pasted column also fills the fields below. */
function Entry({ row, odd, today }: EntryProps) {
  const { line, typed, wrong, waiting } = row;
  const keys = (event: KeyboardEvent<HTMLInputElement>): void => {
    if (event.key === 'Enter') row.enter();
    else if (event.key === 'ArrowDown') row.step(1);
    else if (event.key === 'ArrowUp') row.step(-1);
    else return;
    event.preventDefault();
  };
  return (
    <span className="walk-entry">
      <input
        className={`walk-field mono${odd ? ' odd' : today !== null || waiting !== undefined ? ' read' : ''}`}
        aria-label={`${line.tag}: the meter shows`}
        aria-describedby={`note-${line.unitId}`}
        aria-invalid={wrong !== undefined}
        inputMode="decimal"
        enterKeyHint="next"
        autoComplete="off"
        placeholder={waiting ? waiting.hours.toFixed(1) : today ? today.hours.toFixed(1) : ''}
        value={typed}
        onChange={({ target }) => row.type(target.value)}
        onKeyDown={keys}
        onPaste={(event) => {
          const text = event.clipboardData.getData('text');
          if (!isColumn(text)) return;
          event.preventDefault();
          row.paste(text);
        }}
      />
    </span>
  );
}
