import type { Problem, StatusChangeDto } from '../../shared/api/index.ts';
import { STATE_WORDS } from '../../shared/format/index.ts';

/** Which units would stand otherwise, said before it is decided. */
export const StatusChanges = ({
  units,
  problem,
}: {
  /** Undefined while it is being looked at. */
  readonly units: readonly StatusChangeDto[] | undefined;
  readonly problem: Problem | null;
}) => (
  <section aria-live="polite">
    {units === undefined ? (
      <p className="muted">{problem === null ? 'Finding the units that would change status …' : problem.what}</p>
    ) : units.length === 0 ? (
      <p>No unit would change status.</p>
    ) : (
      <>
        <p>
          <b>{units.length === 1 ? 'One unit' : `${units.length} units`} would change status:</b>
        </p>
        <ul className="statusChanges">
          {units.map(({ tag, before, after }) => (
            <li key={tag}>
              <span className="mono">{tag}</span> {STATE_WORDS[before]} → <b>{STATE_WORDS[after]}</b>
            </li>
          ))}
        </ul>
      </>
    )}
  </section>
);
