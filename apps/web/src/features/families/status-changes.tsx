import type { Problem, StatusPreviewDto } from '../../shared/api/index.ts';
import { STATE_WORDS, countText } from '../../shared/format/index.ts';

/** Preview of the units whose status would change. */
export const StatusChanges = ({
  preview,
  problem,
}: {
  /** Undefined while loading. */
  readonly preview: StatusPreviewDto | undefined;
  readonly problem: Problem | null;
}) => (
  <section aria-live="polite">
    {preview === undefined ? (
      <p className="muted">{problem === null ? 'Finding the units that would change status …' : problem.what}</p>
    ) : (
      <Found preview={preview} />
    )}
  </section>
);

function Found({ preview: { changes, changed, looked, units } }: { readonly preview: StatusPreviewDto }) {
  const ofLooked = looked < units ? `Of ${countText(looked)} units looked at, out of ${countText(units)}, ` : undefined;
  if (changed === 0) return <p>{ofLooked === undefined ? 'No' : `${ofLooked}no`} unit would change status.</p>;
  const count = changed === 1 ? 'One unit' : `${countText(changed)} units`;
  return (
    <>
      <p>
        <b>{ofLooked === undefined ? count : `${ofLooked}${count.toLowerCase()}`} would change status:</b>
      </p>
      <ul className="statusChanges">
        {changes.map(({ tag, before, after }) => (
          <li key={tag}>
            <span className="mono">{tag}</span> {STATE_WORDS[before]} → <b>{STATE_WORDS[after]}</b>
          </li>
        ))}
        {changed > changes.length && <li className="muted">and {countText(changed - changes.length)} more</li>}
      </ul>
    </>
  );
}
