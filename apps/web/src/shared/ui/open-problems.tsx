import { useOpenProblemsQuery } from '../api/index.ts';
import { LOOK_FIRST, SYMPTOM_WORDS, dayText } from '../format/index.ts';
import './open-problems.css';

/** Open problem reports of a unit: symptom, start, and earlier attempts. */
export function OpenProblems({ tag, atBench = false }: { readonly tag: string; readonly atBench?: boolean }) {
  const { data: problems = [] } = useOpenProblemsQuery({ tag });
  if (problems.length === 0) return null;
  return (
    <ul className="open-problems">
      {problems.map(({ id, symptom, note, since, tried, reportedBy, reportedAt }) => (
        <li key={id}>
          <b>Reported: {SYMPTOM_WORDS[symptom]}</b>
          {since !== null && `, since ${dayText(since)}`}. {tried !== '' && `Tried without success: ${ended(tried)} `}
          {note !== '' && `${ended(note)} `}
          <span className="muted">
            {reportedBy}, {dayText(reportedAt)}
          </span>
          {atBench && <span className="look-first"> Look first: {LOOK_FIRST[symptom]}</span>}
        </li>
      ))}
    </ul>
  );
}

/** With a full stop at its end. */
const ended = (text: string): string => (/[.!?]$/.test(text) ? text : `${text}.`);
