import { type NextChange, dueRulesUnder, hours, instant, nextChanges, rankOf, rulesFromFacts } from '@sturdy-shim/core';
import { useEffect, useRef, useState } from 'react';
import type { FamilyDto, UnitStatusDto } from '../../shared/api/index.ts';
import { changeText, clearedBy, reasonText } from '../../shared/format/index.ts';
import { useMe } from '../../shared/me/index.ts';
import { useShopUnit } from '../../shared/preferences/index.ts';
import { Key, choiceInAddress, useAddressState, useKeys } from '../../shared/ui/index.ts';

interface WhatChangesProps {
  readonly status: UnitStatusDto;
  readonly family: FamilyDto;
  readonly metered: boolean;
}

/** The open state is in the address, because the yard links to it. */
const PLACE = { why: choiceInAddress(['open']) };

/** The reasons of the status, how to resolve each, and the next change by time. */
export function WhatChanges({ status, family, metered }: WhatChangesProps) {
  const unit = useShopUnit();
  const { timeZone } = useMe();
  const [{ why }, change] = useAddressState(PLACE, { history: 'replace' });
  const open = why === 'open';
  const panel = useRef<HTMLDetailsElement>(null);
  useEffect(() => {
    if (open) panel.current?.scrollIntoView({ block: 'nearest' });
  }, [open]);
  const show = (next: boolean): void => {
    if (next !== open) change({ why: next ? 'open' : undefined });
  };
  const [now] = useState(() => Date.now());
  useKeys([{ key: 'e', what: 'What would change the status', run: () => show(!open) }]);
  // Changes to a less urgent state are left out.
  const changes = changesOf(status, family, metered, now, timeZone).filter(
    ({ to }) => status.state !== 'retired' && rankOf(to) < rankOf(status.state),
  );
  return (
    <details
      ref={panel}
      className="what-changes dense no-print"
      open={open}
      onToggle={({ currentTarget }) => show(currentTarget.open)}
    >
      <summary>
        What would change this <Key name="e" />
      </summary>
      {status.reasons.length > 0 && (
        <dl>
          {status.reasons.map((reason, index) => (
            <div key={index}>
              <dt>{reasonText(reason, unit, family.cylinders)}</dt>
              <dd>{clearedBy(reason)}</dd>
            </div>
          ))}
        </dl>
      )}
      {changes.length > 0 && (
        <>
          <h3>By itself</h3>
          <ul>
            {changes.map((change) => (
              <li key={`${change.by} ${change.to}`}>{changeText(change)}.</li>
            ))}
          </ul>
        </>
      )}
      {changes.length === 0 && <p className="muted">Nothing makes it more urgent by itself.</p>}
    </details>
  );
}

function changesOf(
  { dueAtHours, hoursLeft, intervalHours, dueAt, hoursReadAt }: UnitStatusDto,
  { rules, intervalHours: everyHours, breakInHours }: FamilyDto,
  metered: boolean,
  now: number,
  zone: string,
): NextChange[] {
  const asHours = (value: number | null) => (value === null ? null : hours(value));
  const counts = metered && (everyHours !== null || breakInHours !== null);
  return nextChanges(
    {
      dueAtHours: asHours(dueAtHours),
      hoursLeft: asHours(hoursLeft),
      intervalHours: asHours(intervalHours),
      dueAt: dueAt === null ? null : instant(Date.parse(dueAt)),
      readAt: counts && hoursReadAt !== null ? instant(Date.parse(hoursReadAt)) : null,
    },
    dueRulesUnder(rulesFromFacts(rules)),
    instant(now),
    zone,
  );
}
