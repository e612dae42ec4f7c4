import { Link } from 'react-router';
import { useOpenChecksQuery, useQueueQuery } from '../../shared/api/index.ts';
import { agoText, clockText, reasonText } from '../../shared/format/index.ts';
import { KeepIn } from '../../shared/marks/index.ts';
import { useShopUnit } from '../../shared/preferences/index.ts';
import { PageFrame } from '../../shared/ui/index.ts';
import './bench.css';

const SHOWN = 8;

/** The bench without a unit: open checks, and the next units of the queue. */
export function BenchLanding() {
  const unit = useShopUnit();
  const open = useOpenChecksQuery(undefined, { refetchOnMountOrArgChange: true });
  const queue = useQueueQuery({ limit: SHOWN * 2 }, { refetchOnMountOrArgChange: true });
  if (!open.data || !queue.data)
    return (
      <PageFrame
        asked={{
          what: 'The bench',
          data: undefined,
          error: open.error ?? queue.error,
          retry: () => [open, queue].forEach(({ refetch }) => void refetch()),
        }}
      />
    );
  const onBench = new Set(open.data.map(({ unitTag }) => unitTag));
  const next = queue.data.lines.filter(({ tag }) => !onBench.has(tag)).slice(0, SHOWN);
  return (
    <PageFrame className="bench-landing" sentence="An open check stays here until it is signed or dropped.">
      <section className="half" aria-labelledby="on-bench">
        <h2 id="on-bench">{open.data.length === 0 ? 'No check is open.' : 'On the bench now'}</h2>
        {open.data.length === 0 && <p className="muted">Choose a unit from the queue, or search for one by its tag.</p>}
        <ul className="bench-cards">
          {open.data.map(({ id, unitTag, kind, family, savedAt, savedBy, valves, valvesGauged }) => (
            <li key={id}>
              <Link to={`/bench/${encodeURIComponent(unitTag)}`}>
                <b className="mono">{unitTag}</b>
                <span>
                  {kind} · {family}
                </span>
                <span className="muted">
                  {valvesGauged} of {valves} valves gauged · saved {agoText(savedAt, new Date())}, {clockText(savedAt)}
                  {savedBy !== '' && `, ${savedBy}`}
                </span>
              </Link>
            </li>
          ))}
        </ul>
      </section>
      <section className="half" aria-labelledby="bench-next">
        <h2 id="bench-next">Next in the queue</h2>
        <ul className="bench-cards">
          {next.map(({ unitId, tag, kind, family, cylinders, state, reasons }) => (
            <li key={unitId}>
              <Link to={`/bench/${encodeURIComponent(tag)}`}>
                <b className="mono">{tag}</b>
                <span>
                  {kind} · {family} {state === 'keep-in' && <KeepIn />}
                </span>
                <span className="muted">{reasons[0] ? reasonText(reasons[0], unit, cylinders) : ''}</span>
              </Link>
            </li>
          ))}
        </ul>
        {next.length === 0 && <p className="muted">Nothing is due. Search for a unit by its tag to check it anyway.</p>}
      </section>
    </PageFrame>
  );
}
