import { valveKey } from '@sturdy-shim/core';
import { type TableColumnsType, Button, Table } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { useMay } from '../../shared/me/index.ts';
import { AmendCheck } from './amend-check.tsx';
import { EarlierCheck } from './earlier-check.tsx';
import { useChecksOfUnitQuery, type CheckDto, type FamilyDto, type FindingDto } from '../../shared/api/index.ts';
import {
  dayText,
  hoursText,
  knownGapText,
  valveText,
  verdictText,
  notStatedText,
  workLines,
} from '../../shared/format/index.ts';
import { VerdictMark } from '../../shared/marks/index.ts';
import { useShopUnit } from '../../shared/preferences/index.ts';

interface PastChecksProps {
  readonly tag: string;
  readonly page: { readonly checks: readonly CheckDto[]; readonly older: string | null };
  readonly family: FamilyDto;
}

/** Signed checks with gaps as found and as left, and the person who signed. */
export function PastChecks({ tag, page, family }: PastChecksProps) {
  const [before, setBefore] = useState<string | null>(null);
  const { data: older } = useChecksOfUnitQuery({ tag, before: before ?? '' }, { skip: before === null });
  const mayAmend = useMay('amendCheck');
  const mayEnter = useMay('enterPastCheck');
  const [amending, setAmending] = useState<CheckDto | null>(null);
  const checks = [...page.checks, ...(older?.checks ?? [])];
  const next = before === null ? page.older : (older?.older ?? null);
  return (
    <section aria-labelledby="past-checks">
      <div className="past-checks-head">
        <h3 id="past-checks">Past checks</h3>
        {mayEnter && <EarlierCheck tag={tag} family={family} />}
      </div>
      <Table<CheckDto>
        size="small"
        rowKey="id"
        rowClassName={({ struck }) => (struck ? 'struck' : '')}
        pagination={false}
        dataSource={checks}
        scroll={{ x: 680 }}
        locale={{ emptyText: 'No check yet.' }}
        columns={columnsOf(family, mayAmend ? setAmending : null)}
      />
      {amending && <AmendCheck check={amending} close={() => setAmending(null)} />}
      {next !== null && <Button onClick={() => setBefore(next)}>Older checks</Button>}
    </section>
  );
}

const AMENDED = { remark: 'Remark', struck: 'Voided', restored: 'Restored' } as const;

/** The note at signing, and later amendments by a lead. */
function Notes({ check, family }: { readonly check: CheckDto; readonly family: FamilyDto }) {
  const { note, amendments, draft } = check;
  const notStated = notStatedText(check, family);
  const lines = [...workLines(check, family), ...(notStated === '' ? [] : [`Not stated: ${notStated}`])];
  return (
    <>
      <span className="muted">{note}</span>
      {check.past !== null && (
        <p className="entered-later">
          Entered later{' '}
          <span className="muted">
            by {check.signedBy}, {dayText(check.savedAt)}; not gauged here
          </span>
        </p>
      )}
      {draft.turnedOver === 'not-done' && <p className="muted">Not turned over and gauged again.</p>}
      {lines.length > 0 && (
        <details className="dense no-print">
          <summary>What was done</summary>
          <ul className="work-lines">
            {lines.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
        </details>
      )}
      {amendments.map(({ id, kind, reason, madeBy, madeAt }) => (
        <p key={id} className="amendment">
          <b>{AMENDED[kind]}</b> {reason}{' '}
          <span className="muted nowrap">
            {madeBy}, {dayText(madeAt)}
          </span>
        </p>
      ))}
    </>
  );
}

/** A gap as it was written in a record kept elsewhere. */
function writtenOf({ past }: CheckDto, finding: FindingDto): string | null {
  const valve = past?.valves.find((each) => valveKey(each) === valveKey(finding));
  return valve?.[finding.phase] ?? null;
}

/** As found lists every valve, or states that all were inside; as left lists the adjusted ones. */
function Findings({
  check,
  phase,
  cylinders,
}: {
  readonly check: CheckDto;
  readonly phase: FindingDto['phase'];
  readonly cylinders: number;
}) {
  const findings = check.findings.filter((finding) => finding.phase === phase);
  if (findings.length === 0) return <span className="muted">{phase === 'left' ? 'not adjusted' : 'not gauged'}</span>;
  return (
    <ul className="findings">
      {findings.map((finding) => (
        <FindingLine
          key={`${finding.cylinder}${finding.kind}${finding.ordinal}`}
          finding={finding}
          written={writtenOf(check, finding)}
          cylinders={cylinders}
        />
      ))}
    </ul>
  );
}

interface FindingLineProps {
  readonly finding: FindingDto;
  /** As it was written, where it was not gauged here. */
  readonly written: string | null;
  readonly cylinders: number;
}

const IN_SPEC = 'in spec';

function FindingLine({ finding, written, cylinders }: FindingLineProps) {
  const unit = useShopUnit();
  const { gap, verdict } = finding;
  return (
    <li title={verdictText(verdict, unit, gap)}>
      <VerdictMark state={verdict.state} />
      {valveText(finding, cylinders)}{' '}
      <span className={written === IN_SPEC ? '' : 'mono'}>
        {written ?? (gap === null ? verdictText(verdict, unit, gap) : knownGapText(gap, unit))}
      </span>
      <span className="visually-hidden">, {verdictText(verdict, unit, gap)}</span>
    </li>
  );
}

const columnsOf = (family: FamilyDto, amend: ((check: CheckDto) => void) | null): TableColumnsType<CheckDto> => [
  {
    title: 'Date',
    render: (_, { performedAt, hoursAt }) => (
      <>
        <span className="nowrap">{performedAt === null ? '' : dayText(performedAt)}</span>
        <br />
        <span className="mono nowrap">{hoursAt === null ? 'not known' : hoursText(hoursAt)}</span>
      </>
    ),
  },
  { title: 'As found', render: (_, check) => <Findings check={check} phase="found" cylinders={family.cylinders} /> },
  { title: 'As left', render: (_, check) => <Findings check={check} phase="left" cylinders={family.cylinders} /> },
  { title: 'Note', render: (_, check) => <Notes check={check} family={family} />, width: '30%' },
  {
    title: 'By',
    width: 130,
    render: (_, check) => (
      <>
        {check.past === null ? check.signedBy : check.past.doneBy || 'not stated'}{' '}
        <Link className="no-print dense report-link" to={`/checks/${check.id}/report`}>
          Report
        </Link>
        {amend !== null && (
          <Button size="small" type="text" className="add-note" onClick={() => amend(check)}>
            Add a note
          </Button>
        )}
      </>
    ),
  },
];
