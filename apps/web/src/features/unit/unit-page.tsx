import { Alert, Button } from 'antd';
import { useState } from 'react';
import { UnitForm } from '../register/index.ts';
import { Link, useLocation, useNavigate, useParams } from 'react-router';
import {
  problemOf,
  useChecksOfUnitQuery,
  useCoursesOfUnitQuery,
  useReadingsOfUnitQuery,
  useUnitStatusQuery,
  useUnitQuery,
} from '../../shared/api/index.ts';
import { useMay } from '../../shared/me/index.ts';
import { USE_WORDS, dayText } from '../../shared/format/index.ts';
import { Plate } from '../../shared/marks/index.ts';
import { OpenProblems, Key, Pending, ProblemNote, useKeys, useTitle } from '../../shared/ui/index.ts';
import { FollowUps } from './follow-ups.tsx';
import { Particulars } from './particulars.tsx';
import { ReportProblem } from './report-problem.tsx';
import { GapHistory } from './gap-history.tsx';
import { Headline, StatusPanel } from './status-panel.tsx';
import { HoursPanel } from './hours-panel.tsx';
import { PastChecks } from './past-checks.tsx';
import { MetersList } from './meters-list.tsx';
import { UseList } from './use-list.tsx';
import { ReadingsList } from './readings-list.tsx';
import { UnitPhotos } from './unit-photos.tsx';
import { WhatChanges } from './what-changes.tsx';
import './unit.css';

/** One machine: its plate, its hours, why it stands where it stands, and what was found at it. */
export function UnitPage() {
  const { tag = '' } = useParams();
  useTitle(tag);
  const navigate = useNavigate();
  const { state: arrivedWith } = useLocation() as { state: { signed?: string } | null };
  const unit = useUnitQuery({ tag });
  const status = useUnitStatusQuery({ tag });
  const readings = useReadingsOfUnitQuery({ tag });
  const checks = useChecksOfUnitQuery({ tag });
  const courses = useCoursesOfUnitQuery({ tag });
  const mayCheck = useMay('startCheck');
  const mayRead = useMay('recordReading');
  const mayReport = useMay('reportProblem');
  const mayChange = useMay('changeUnit');
  const [editing, setEditing] = useState(false);
  const mayReadAuditLog = useMay('auditLog');
  const toBench = (): void => void navigate(`/bench/${encodeURIComponent(unit.data?.tag ?? tag)}`);
  useKeys([
    ...(mayCheck ? [{ key: 'b', what: 'Put this unit on the bench', run: toBench }] : []),
    ...(mayRead
      ? [{ key: 'h', what: 'Add a meter reading', run: () => document.getElementById('meter')?.focus() }]
      : []),
  ]);
  // What is shown already stays, and what is typed in it, when a look for news fails.
  const failed = [unit, status, readings, checks, courses].find(
    ({ error, currentData }) => error !== undefined && currentData === undefined,
  );
  if (failed?.error) {
    const problem = problemOf(failed.error);
    return (
      <main className="page-note">
        <h1>
          {problem?.code === 'no-such-unit' ? `No unit has the tag ${tag}.` : 'This unit cannot be shown right now.'}
        </h1>
        <ProblemNote
          problem={problem}
          retry={() => [unit, status, readings, checks].forEach(({ refetch }) => void refetch())}
        />
        <Link to="/yard">Back to the yard</Link>
      </main>
    );
  }
  if (!unit.data || !status.data || !readings.data || !checks.data || !courses.data) return <Pending lines={10} />;
  const { data } = unit;
  const { family } = data;
  return (
    <div className="unit">
      <aside className="unit-side">
        <Plate
          tag={data.tag}
          lines={[
            { label: 'Kind', value: data.kind },
            { label: 'Engine', value: <Link to={`/families/${encodeURIComponent(family.code)}`}>{family.code}</Link> },
            { label: 'Serial', value: data.serial, mono: true },
            { label: 'Stamped', value: data.stamping, mono: true },
            { label: 'At', value: data.site },
            {
              label: 'Since',
              value: `${dayText(data.inServiceOn)}, ${USE_WORDS[data.use]}${data.hireUntil === null ? '' : ` until ${dayText(data.hireUntil)}`}`,
            },
          ]}
        />
        {data.note !== '' && <p className="unit-note">{data.note}</p>}
        <Particulars particulars={data.particulars} />
        <HoursPanel tag={data.tag} status={status.data} noMeter={data.noMeter} />
        <StatusPanel status={status.data} cylinders={family.cylinders} use={unit.data.use} sheet={family.sheet} />
        <WhatChanges key={`why ${data.tag}`} status={status.data} family={family} metered={!data.noMeter} />
        <OpenProblems tag={data.tag} />
        <FollowUps tag={data.tag} />
        <div className="unit-actions">
          {mayCheck && (
            <Button type="primary" size="large" onClick={toBench}>
              {checks.data.openCheckId === null ? 'Start the check' : 'Continue the check'} <Key name="b" />
            </Button>
          )}
          {mayReport && <ReportProblem key={data.tag} tag={data.tag} />}
          {mayChange && <Button onClick={() => setEditing(true)}>Edit unit</Button>}
          {mayReadAuditLog && <Link to={`/audit-log?unit=${encodeURIComponent(data.tag)}`}>History</Link>}
        </div>
        <UnitPhotos unitId={data.id} />
      </aside>
      {editing && <UnitForm unit={data} close={() => setEditing(false)} />}
      <main className="unit-main">
        {arrivedWith?.signed && <Alert type="success" className="unit-signed" title={arrivedWith.signed} closable />}
        <Headline status={status.data} cylinders={family.cylinders} use={unit.data.use} />
        <GapHistory family={family} courses={courses.data.valves} hoursNow={status.data.hoursNow} />
        <PastChecks tag={data.tag} page={checks.data} family={family} />
        {data.noMeter ? <UseList tag={data.tag} /> : <ReadingsList readings={readings.data} />}
        <MetersList tag={data.tag} />
      </main>
    </div>
  );
}
