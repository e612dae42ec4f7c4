import type { ReasonDto, UnitStatusDto } from '../../shared/api/index.ts';
import { STATE_WORDS, agoText, dueText, hoursText, reasonText, sideOf } from '../../shared/format/index.ts';
import { KeepIn, VerdictMark } from '../../shared/marks/index.ts';
import { useShopUnit } from '../../shared/preferences/index.ts';

interface StatusProps {
  readonly status: UnitStatusDto;
  readonly cylinders: number;
}

/** The status in one sentence. */
export function Headline({ status, cylinders }: StatusProps) {
  const unit = useShopUnit();
  const worst = status.reasons[0];
  return (
    <h2 className="unit-headline">
      {worst === undefined
        ? inOrder(status)
        : `${reasonText(worst, unit, cylinders)}${status.state === 'keep-in' ? ': keep it in' : ''}.`}
    </h2>
  );
}

function inOrder(status: UnitStatusDto): string {
  if (status.state === 'stored' || status.state === 'retired') return `${STATE_WORDS[status.state]}.`;
  const due = dueText(status);
  return due === null ? 'OK.' : `OK. ${due}.`;
}

/** The status with every reason and its numbers. */
export function StatusPanel({ status, cylinders }: StatusProps) {
  const unit = useShopUnit();
  return (
    <section className="status-panel" aria-label="Status">
      <h2>
        {status.state === 'keep-in' ? (
          <KeepIn />
        ) : (
          <span className={`state-words state-${status.state}`}>{STATE_WORDS[status.state]}</span>
        )}
      </h2>
      {status.reasons.length === 0 ? (
        <p className="muted">Nothing is due.</p>
      ) : (
        <ul>
          {status.reasons.map((reason, index) => (
            <li key={index} className={sideOf(reason) && `words-${sideOf(reason)}`}>
              {reason.code === 'valve-outside' && <VerdictMark state={reason.side} />}
              {reason.code === 'valve-undecided' && <VerdictMark state="undecided" />}
              {reasonText(reason, unit, cylinders)}
              <Since reason={reason} />
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

function Since({ reason }: { readonly reason: ReasonDto }) {
  if (reason.code !== 'valve-outside' && reason.code !== 'problem' && reason.code !== 'valve-undecided') return null;
  const hoursSince = reason.code === 'valve-outside' ? reason.hoursSince : null;
  const ran = hoursSince !== null && hoursSince > 0.05 ? `, ${hoursText(hoursSince)} run since` : '';
  return <span className="muted dense since"> {`${agoText(reason.at, new Date())}${ran}`}</span>;
}
