import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { countText } from '../../shared/format/index.ts';
import { useOpenFollowUpsQuery, type UnitState, type YardDto } from '../../shared/api/index.ts';

interface SentenceProps {
  readonly counts: YardDto['counts'];
  readonly chosen: UnitState | undefined;
  readonly choose: (state: UnitState | undefined) => void;
}

/** The number of open follow-ups, if any. */
function StillToDo() {
  const { data } = useOpenFollowUpsQuery({}, { refetchOnMountOrArgChange: 60 });
  if (data === undefined || data.total === 0) return null;
  return (
    <p className="sentence-also">
      <Link to="/follow-ups">
        {data.total === 1 ? '1 thing is' : `${countText(data.total)} things are`} still to be done
      </Link>{' '}
      after checks.
    </p>
  );
}

const countOf = (counts: YardDto['counts'], state: UnitState): number =>
  counts.find((each) => each.state === state)?.units ?? 0;

interface CountedProps extends SentenceProps {
  readonly state: UnitState;
  readonly children: ReactNode;
}

/** A number of the sentence, which filters by its state. */
const Counted = ({ state, chosen, choose, children }: CountedProps) => (
  <button
    type="button"
    className={`sentence-number sentence-${state}`}
    aria-pressed={chosen === state}
    onClick={() => choose(chosen === state ? undefined : state)}
  >
    {children}
  </button>
);

/** The yard in one plain sentence; each number is a filter. */
export function YardSentence(props: SentenceProps) {
  const count = (state: UnitState): number => countOf(props.counts, state);
  const [keepIn, overdue, soon] = [count('keep-in'), count('overdue'), count('due-soon')];
  return (
    <>
      {keepIn === 0 ? (
        <>Nothing has to stay in. </>
      ) : (
        <>
          <Counted {...props} state="keep-in">{`${countText(keepIn)} unit${keepIn === 1 ? '' : 's'}`}</Counted> must
          stay in: out of spec, or not finished.
          <br />
        </>
      )}
      {overdue === 0 ? (
        <>None {keepIn > 0 && 'more '}overdue</>
      ) : (
        <>
          <Counted {...props} state="overdue">{`${countText(overdue)}${keepIn > 0 ? ' more' : ''}`}</Counted> overdue
        </>
      )}
      {soon === 0 ? (
        <>, none due soon.</>
      ) : (
        <>
          ,{' '}
          <Counted {...props} state="due-soon">
            {countText(soon)}
          </Counted>{' '}
          due soon.
        </>
      )}
    </>
  );
}

const ALSO = [
  ['undecided', 'undecided'],
  ['problem', 'with a problem'],
  ['hours-unknown', 'with hours unknown'],
  ['never-checked', 'never checked'],
  ['stored', 'stored'],
  ['retired', 'retired'],
] as const;

/** A second, smaller sentence with other open work. */
export function YardAlso(props: SentenceProps) {
  const also = ALSO.filter(([state]) => countOf(props.counts, state) > 0);
  return (
    <>
      {also.length > 0 && (
        <p className="sentence-also">
          Also{' '}
          {also.map(([state, words], index) => (
            <span key={state}>
              {index > 0 && (index === also.length - 1 ? ' and ' : ', ')}
              <Counted {...props} state={state}>{`${countText(countOf(props.counts, state))} ${words}`}</Counted>
            </span>
          ))}
          .
        </p>
      )}
      <StillToDo />
    </>
  );
}
