import type { FamilyDto, UnitDto, ReasonDto, UnitStatusDto } from '../../shared/api/index.ts';
import {
  STATE_WORDS,
  agoText,
  dueText,
  hoursText,
  meaningText,
  reasonText,
  sideOf,
} from '../../shared/format/index.ts';
import { StateMark, VerdictMark } from '../../shared/marks/index.ts';
import { useShopUnit } from '../../shared/preferences/index.ts';

interface StatusProps {
  readonly status: UnitStatusDto;
  readonly cylinders: number;
  readonly use: UnitDto['use'];
}

type Sheet = FamilyDto['sheet'];

/** The status in one sentence. */
export function Headline({ status, cylinders, use }: StatusProps) {
  const unit = useShopUnit();
  const worst = status.reasons[0];
  return (
    <p className="unit-headline">
      {worst === undefined
        ? inOrder(status)
        : `${reasonText(worst, unit, cylinders)}${status.state === 'keep-in' ? (use === 'on-hire' ? ': call it back' : ': keep it in') : ''}.`}
    </p>
  );
}

function inOrder(status: UnitStatusDto): string {
  if (status.state === 'stored' || status.state === 'retired') return `${STATE_WORDS[status.state]}.`;
  const due = dueText(status);
  return due === null ? 'OK.' : `OK. ${due}.`;
}

/** The status with every reason and its numbers. */
export function StatusPanel({ status, cylinders, use, sheet }: StatusProps & { readonly sheet: Sheet }) {
  const unit = useShopUnit();
  return (
    <section className="status-panel" aria-label="Status">
      <h2>
        <StateMark state={status.state} use={use} />
      </h2>
      {status.recomputing && <p className="muted">Being computed again: shown as before.</p>}
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
      <WhatItMeans status={status} sheet={sheet} />
    </section>
  );
}

/** An explanation for the owner of a machine that must stay in. */
function WhatItMeans({ status, sheet }: { readonly status: UnitStatusDto; readonly sheet: Sheet }) {
  const sides = (['tight', 'loose'] as const).filter((side) =>
    status.reasons.some((reason) => sideOf(reason) === side),
  );
  if (sides.length === 0) return null;
  return (
    <details className="dense no-print">
      <summary>What this means</summary>
      {sides.map((side) => (
        <p key={side}>{meaningText(side, sheet.fuel, sheet.compressionRelease !== '')}</p>
      ))}
      <p className="muted">Common practice. The maker’s manual comes first.</p>
    </details>
  );
}

function Since({ reason }: { readonly reason: ReasonDto }) {
  if (
    reason.code !== 'valve-outside' &&
    reason.code !== 'problem' &&
    reason.code !== 'work-left' &&
    reason.code !== 'follow-up' &&
    reason.code !== 'to-prove' &&
    reason.code !== 'valve-undecided'
  )
    return null;
  const hoursSince = reason.code === 'valve-outside' ? reason.hoursSince : null;
  const ran = hoursSince !== null && hoursSince > 0.05 ? `, ${hoursText(hoursSince)} run since` : '';
  return <span className="muted dense since"> {`${agoText(reason.at, new Date())}${ran}`}</span>;
}
