import { Link } from 'react-router';
import type { QueueLineDto, ReasonDto } from '../../shared/api/index.ts';
import { dayText, shortReasonText, sideOf } from '../../shared/format/index.ts';
import { GapStrip, StateMark, VerdictMark } from '../../shared/marks/index.ts';
import { useShopUnit } from '../../shared/preferences/index.ts';

interface QueueLineProps {
  readonly line: QueueLineDto;
  readonly chosen: boolean;
  readonly choose: () => void;
  /** It is on the bench now. */
  readonly onBench: boolean;
}

/** One unit of the queue: its reasons in words, and its gap to scale. */
export function QueueLine({ line, chosen, choose, onBench }: QueueLineProps) {
  const unit = useShopUnit();
  const [first, second] = tellingReasons(line);
  const gauged = line.reasons.find((reason) => 'gap' in reason && reason.gap !== null);
  const side = first && sideOf(first);
  return (
    <li className={`queue-line${chosen ? ' chosen' : ''}`} aria-current={chosen}>
      {/* A click anywhere on the line chooses it; by keyboard the arrow keys do. */}
      <div className="queue-line-body" role="presentation" onClick={choose} onFocus={choose}>
        <div className="queue-who">
          <Link to={`/units/${encodeURIComponent(line.tag)}`} className="queue-tag mono">
            {line.tag}
          </Link>
          <StateMark state={line.state} use={line.use} />
          {onBench && <span className="queue-bench">on the bench</span>}
        </div>
        <div className="queue-what">
          <p className="queue-kind muted dense">
            {line.kind} · {line.family} · {line.site}
            {line.use === 'on-hire' &&
              ` · out on rent${line.hireUntil === null ? '' : ` until ${dayText(line.hireUntil)}`}`}
          </p>
          <p className="queue-reason">
            {first && (
              <span className={side ? `words-${side}` : undefined}>
                <ReasonMark reason={first} />
                {shortReasonText(first, unit, line.cylinders)}
              </span>
            )}
            {second && <span className="muted dense"> · {shortReasonText(second, unit, line.cylinders)}</span>}
          </p>
          {gauged && 'gap' in gauged && gauged.gap && (
            <GapStrip window={gauged.window} gap={gauged.gap} state={sideOf(gauged) ?? 'undecided'} />
          )}
        </div>
      </div>
    </li>
  );
}

/** The two most important reasons, without the same kind for two valves. */
function tellingReasons({ reasons }: QueueLineDto): readonly (ReasonDto | undefined)[] {
  const first = reasons[0];
  const sameOfAnotherValve = reasons.filter(({ code }) => code === first?.code).length > 1;
  const second = reasons.find(({ code }) => code !== first?.code) ?? (sameOfAnotherValve ? reasons[1] : undefined);
  return [first, second];
}

const ReasonMark = ({ reason }: { readonly reason: ReasonDto }) => {
  const side = sideOf(reason);
  if (side) return <VerdictMark state={side} />;
  return reason.code === 'valve-undecided' ? <VerdictMark state="undecided" /> : null;
};
