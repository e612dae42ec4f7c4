import { Button, Checkbox } from 'antd';
import { useState } from 'react';
import type { CheckDto, Problem, UnitDto } from '../../shared/api/index.ts';
import { agoText, clockText, valveText } from '../../shared/format/index.ts';
import { useShopUnit } from '../../shared/preferences/index.ts';
import { PageFrame, ProblemNote } from '../../shared/ui/index.ts';
import { proofText } from './draft/proof.ts';

interface ReadOnlyProps {
  readonly unit: UnitDto;
  readonly check: CheckDto | undefined;
  /** Takes the check over from another person; null for readers. */
  readonly takeOver: (() => void) | null;
  readonly busy?: boolean;
  readonly problem?: Problem | null;
}

/** An open check that another person has, or that is only read. */
export function ReadOnlyCheck({
  unit: { tag, kind, family },
  check,
  takeOver,
  busy = false,
  problem = null,
}: ReadOnlyProps) {
  const unit = useShopUnit();
  /** Taking over a check requires a deliberate click and has no key. */
  const [asked, setAsked] = useState(false);
  const title = (
    <>
      <span className="mono">{tag}</span> {kind}, {family.code}
    </>
  );
  const up = { to: `/units/${encodeURIComponent(tag)}`, name: tag };
  if (check === undefined)
    return <PageFrame title={title} asked={{ what: 'This check', data: check, retry: () => undefined }} />;
  return (
    <PageFrame
      className="start-panel"
      title={title}
      up={up}
      sentence={
        <p className="start-why">
          {takeOver === null ? 'On the bench now' : `${check.savedBy} has this check`}, last saved by {check.savedBy}{' '}
          {agoText(check.savedAt, new Date())}, at {clockText(check.savedAt)}.
        </p>
      }
    >
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
          <Checkbox checked={asked} onChange={({ target }) => setAsked(target.checked)}>
            I asked {check.savedBy}, or the work cannot wait.
          </Checkbox>
          <Button type="primary" size="large" loading={busy} disabled={!asked} onClick={takeOver}>
            Take it over
          </Button>
          <ProblemNote problem={problem} />
        </>
      )}
      {takeOver === null && <p className="muted">You can watch. Only a technician can write here.</p>}
    </PageFrame>
  );
}
