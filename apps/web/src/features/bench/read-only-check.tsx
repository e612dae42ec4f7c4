import { Link } from 'react-router';
import { Button } from 'antd';
import type { CheckDto, Problem, UnitDto } from '../../shared/api/index.ts';
import { agoText, clockText, valveText } from '../../shared/format/index.ts';
import { useShopUnit } from '../../shared/preferences/index.ts';
import { Key, Pending, ProblemNote, useKeys } from '../../shared/ui/index.ts';
import { proofText } from './draft/proof.ts';

interface ReadOnlyProps {
  readonly unit: UnitDto;
  readonly check: CheckDto | undefined;
  /** For somebody who may write: another person has it. Null: only looks. */
  readonly takeOver: (() => void) | null;
  readonly busy?: boolean;
  readonly problem?: Problem | null;
}

/** A check on the bench that somebody else has, or that is only looked at. */
export function ReadOnlyCheck({
  unit: { tag, kind, family },
  check,
  takeOver,
  busy = false,
  problem = null,
}: ReadOnlyProps) {
  const unit = useShopUnit();
  useKeys(takeOver === null ? [] : [{ key: 'Enter', what: 'Take the check over', run: takeOver }]);
  if (check === undefined) return <Pending lines={10} />;
  return (
    <main className="start-panel">
      <h1>
        <span className="mono">{tag}</span> {kind}, {family.code}
      </h1>
      <p className="start-why">
        {takeOver === null ? 'On the bench now' : `${check.savedBy} has this check`}, last saved by {check.savedBy}{' '}
        {agoText(check.savedAt, new Date())}, at {clockText(check.savedAt)}.
      </p>
      <dl className="start-facts">
        {check.draft.valves.map((valve, index) => (
          <div key={index}>
            <dt>{valveText(valve, family.cylinders)}</dt>
            <dd>
              {valve.found.length === 0 ? 'not gauged yet' : proofText(valve.found, unit)}
              {valve.adjusted && `; adjusted${valve.left.length === 0 ? '' : `: ${proofText(valve.left, unit)}`}`}
            </dd>
          </div>
        ))}
      </dl>
      {takeOver !== null && (
        <>
          <p className="muted">
            Ask first. What was entered stays. If {check.savedBy} saves again, both versions are shown, and nothing is
            lost.
          </p>
          <Button type="primary" size="large" loading={busy} onClick={takeOver}>
            Take it over <Key name="Enter" />
          </Button>
          <ProblemNote problem={problem} />
        </>
      )}
      <p className="muted">
        {takeOver === null && 'You can watch. Only a technician can write here. '}
        <Link to={`/units/${encodeURIComponent(tag)}`}>Back to the unit</Link>
      </p>
    </main>
  );
}
