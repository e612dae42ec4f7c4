import { Link } from 'react-router';
import type { CheckDto, UnitDto } from '../../shared/api/index.ts';
import { clockText, valveText } from '../../shared/format/index.ts';
import { useShopUnit } from '../../shared/preferences/index.ts';
import { Pending } from '../../shared/ui/index.ts';
import { proofText } from './draft/proof.ts';

/** A check on the bench, for somebody who looks and does not write. */
export function ReadOnlyCheck({
  unit: { tag, kind, family },
  check,
}: {
  readonly unit: UnitDto;
  readonly check: CheckDto | undefined;
}) {
  const unit = useShopUnit();
  if (check === undefined) return <Pending lines={10} />;
  return (
    <main className="start-panel">
      <h1>
        <span className="mono">{tag}</span> {kind}, {family.code}
      </h1>
      <p className="start-why">
        On the bench now, last saved by {check.savedBy} at {clockText(check.savedAt)}.
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
      <p className="muted">
        You can watch. Only a technician can write here.{' '}
        <Link to={`/units/${encodeURIComponent(tag)}`}>Back to the unit</Link>
      </p>
    </main>
  );
}
