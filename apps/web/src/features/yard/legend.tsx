import { STATE_WORDS } from '../../shared/format/index.ts';

const SHOWN = [
  ['overdue', 'none'],
  ['due-soon', 'none'],
  ['ok', 'none'],
  ['undecided', 'none'],
  ['problem', 'none'],
  ['hours-unknown', 'none'],
  ['never-checked', 'none'],
  ['stored', 'none'],
] as const;

/** The legend of the pegs. */
export const Legend = () => (
  <ul className="legend dense" aria-label="What the pegs mean">
    <li>
      <svg width="11" height="13" aria-hidden="true" className="peg peg-keep-in peg-flag-tight">
        <rect className="peg-body" x="2" y="1" width="7" height="11" />
      </svg>
      <svg width="11" height="13" aria-hidden="true" className="peg peg-keep-in peg-flag-loose">
        <rect className="peg-body" x="2" y="1" width="7" height="11" />
      </svg>
      Keep in: tight ▸◂ or loose ◂▸
    </li>
    {SHOWN.map(([state, flag]) => (
      <li key={state}>
        <svg width="11" height="13" aria-hidden="true" className={`peg peg-${state} peg-flag-${flag}`}>
          <rect className="peg-body" x="2" y="1" width="7" height="11" />
          {state === 'problem' && <path className="peg-notch" d="M2,1h7l-3.5,4z" />}
        </svg>
        {STATE_WORDS[state]}
      </li>
    ))}
  </ul>
);
