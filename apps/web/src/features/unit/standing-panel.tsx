import type { ReasonDto, StandingDto } from '../../shared/api/index.ts';
import { STATE_WORDS, agoText, dueText, hoursText, reasonText } from '../../shared/format/index.ts';
import { KeepIn, VerdictMark } from '../../shared/marks/index.ts';
import { useShopUnit } from '../../shared/preferences/index.ts';

interface StandingProps {
  readonly standing: StandingDto;
  readonly cylinders: number;
}

/** The standing in one sentence. */
export function Headline({ standing, cylinders }: StandingProps) {
  const unit = useShopUnit();
  const worst = standing.reasons[0];
  return (
    <h2 className="unit-headline">
      {worst === undefined
        ? inOrder(standing)
        : `${reasonText(worst, unit, cylinders)}${standing.state === 'keep-in' ? ': keep it in' : ''}.`}
    </h2>
  );
}

function inOrder(standing: StandingDto): string {
  if (standing.state === 'stored' || standing.state === 'retired') return `${STATE_WORDS[standing.state]}.`;
  const due = dueText(standing);
  return due === null ? 'OK.' : `OK. ${due}.`;
}

/** The standing with every reason and its numbers. */
export function StandingPanel({ standing, cylinders }: StandingProps) {
  const unit = useShopUnit();
  return (
    <section className="standing-panel" aria-label="Status">
      <h2>
        {standing.state === 'keep-in' ? (
          <KeepIn />
        ) : (
          <span className={`state-words state-${standing.state}`}>{STATE_WORDS[standing.state]}</span>
        )}
      </h2>
      {standing.reasons.length === 0 ? (
        <p className="muted">Nothing is due.</p>
      ) : (
        <ul>
          {standing.reasons.map((reason, index) => (
            <li key={index} className={reason.side ? `words-${reason.side}` : undefined}>
              {reason.side && <VerdictMark state={reason.side} />}
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

function Since({ reason: { code, at, hoursSince } }: { readonly reason: ReasonDto }) {
  if (code !== 'valve-outside' && code !== 'complaint' && code !== 'valve-undecided') return null;
  const since = at === undefined ? null : agoText(at, new Date());
  const ran = typeof hoursSince === 'number' && hoursSince > 0.05 ? `, ${hoursText(hoursSince)} run since` : '';
  return since === null ? null : <span className="muted dense since"> {`${since}${ran}`}</span>;
}
