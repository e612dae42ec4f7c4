import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { countText } from '../../shared/format/index.ts';
import { useOpenFollowUpsQuery, type UnitState, type YardDto } from '../../shared/api/index.ts';

interface SentenceProps {
  readonly counts: YardDto['counts'];
  readonly chosen: UnitState | undefined;
  readonly choose: (state: UnitState | undefined) => void;
}

/** What checks left to be done, where there is anything. */
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

/** The yard in one plain sentence; each number is a filter. A second, smaller one says what else is open. */
export function YardSentence({ counts, chosen, choose }: SentenceProps) {
  const count = (state: UnitState): number => counts.find((each) => each.state === state)?.units ?? 0;
  const filter = (state: UnitState, words: ReactNode): ReactNode => (
    <button
      type="button"
      className={`sentence-number sentence-${state}`}
      aria-pressed={chosen === state}
      onClick={() => choose(chosen === state ? undefined : state)}
    >
      {words}
    </button>
  );
  const [keepIn, overdue, soon] = [count('keep-in'), count('overdue'), count('due-soon')];
  const also = (
    [
      ['undecided', 'undecided'],
      ['problem', 'with a problem'],
      ['hours-unknown', 'with hours unknown'],
      ['never-checked', 'never checked'],
      ['stored', 'stored'],
      ['retired', 'retired'],
    ] as const
  ).filter(([state]) => count(state) > 0);
  return (
    <div className="sentence">
      <h1>
        {keepIn === 0 ? (
          <>Nothing has to stay in. </>
        ) : (
          <>
            {filter('keep-in', `${countText(keepIn)} unit${keepIn === 1 ? '' : 's'}`)} must stay in: out of spec, or not
            finished.
            <br />
          </>
        )}
        {overdue === 0 ? (
          <>None {keepIn > 0 && 'more '}overdue</>
        ) : (
          <>{filter('overdue', `${countText(overdue)}${keepIn > 0 ? ' more' : ''}`)} overdue</>
        )}
        {soon === 0 ? <>, none due soon.</> : <>, {filter('due-soon', countText(soon))} due soon.</>}
      </h1>
      {also.length > 0 && (
        <p className="sentence-also">
          Also{' '}
          {also.map(([state, words], index) => (
            <span key={state}>
              {index > 0 && (index === also.length - 1 ? ' and ' : ', ')}
              {filter(state, `${countText(count(state))} ${words}`)}
            </span>
          ))}
          .
        </p>
      )}
      <StillToDo />
    </div>
  );
}
