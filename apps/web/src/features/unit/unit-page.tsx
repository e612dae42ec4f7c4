import { fieldOf } from '@sturdy-shim/core';
import { Alert, Button } from 'antd';
import { useState } from 'react';
import { UnitForm } from '../register/index.ts';
import { Link, useLocation, useNavigate, useParams } from 'react-router';
import {
  type UnitDto,
  type UnitStatusDto,
  useChecksOfUnitQuery,
  useCoursesOfUnitQuery,
  useReadingsOfUnitQuery,
  useUnitStatusQuery,
  useUnitQuery,
} from '../../shared/api/index.ts';
import { useMay } from '../../shared/me/index.ts';
import { USE_WORDS, dayText } from '../../shared/format/index.ts';
import { QrCode } from '../../shared/qr/index.ts';
import { Plate } from '../../shared/marks/index.ts';
import { OpenProblems, Key, PageFrame, UnitFailed, useKeys, useTitle } from '../../shared/ui/index.ts';
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

/** One unit: plate, hours, status with reasons, and checks. */
export function UnitPage() {
  const { tag = '' } = useParams();
  useTitle(tag);
  const navigate = useNavigate();
  const signed = fieldOf(useLocation().state, 'signed');
  const { unit, status, readings, checks, courses, failed, retry } = useUnitData(tag);
  const mayCheck = useMay('startCheck');
  const mayRead = useMay('recordReading');
  const [editing, setEditing] = useState(false);
  const toBench = (): void => void navigate(`/bench/${encodeURIComponent(unit.data?.tag ?? tag)}`);
  useKeys([
    ...(mayCheck ? [{ key: 'b', what: 'Put this unit on the bench', run: toBench }] : []),
    ...(mayRead
      ? [{ key: 'h', what: 'Add a meter reading', run: () => document.getElementById('reading_hours')?.focus() }]
      : []),
  ]);
  if (failed?.error) return <UnitFailed tag={tag} error={failed.error} retry={retry} />;
  if (!unit.data || !status.data || !readings.data || !checks.data || !courses.data)
    return <PageFrame title={tag} asked={{ what: 'This unit', data: undefined, retry: () => undefined, lines: 10 }} />;
  const { data } = unit;
  const { family } = data;
  return (
    <PageFrame
      className="unit"
      title={
        <>
          <span className="mono">{data.tag}</span> {data.kind}
        </>
      }
      sentence={<Headline status={status.data} cylinders={family.cylinders} use={unit.data.use} />}
      actions={
        <Actions unit={data} openCheckId={checks.data.openCheckId} edit={() => setEditing(true)} toBench={toBench} />
      }
      code={<TagCode tag={data.tag} />}
    >
      <Side unit={data} status={status.data} />
      {editing && <UnitForm unit={data} close={() => setEditing(false)} />}
      <div className="unit-main">
        {typeof signed === 'string' && <Alert type="success" className="unit-signed" title={signed} closable />}
        <GapHistory family={family} courses={courses.data.valves} hoursNow={status.data.hoursNow} />
        <PastChecks tag={data.tag} page={checks.data} family={family} />
        {data.noMeter ? <UseList tag={data.tag} /> : <ReadingsList readings={readings.data} />}
        <MetersList tag={data.tag} />
      </div>
    </PageFrame>
  );
}

interface SideProps {
  readonly unit: UnitDto;
  readonly status: UnitStatusDto;
}

/** The plate, the status with its reasons, the hours, and open follow-ups. */
function Side({ unit: data, status }: SideProps) {
  const { family } = data;
  return (
    <aside className="unit-side" aria-label="The unit">
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
      <StatusPanel status={status} cylinders={family.cylinders} use={data.use} sheet={family.sheet} />
      <WhatChanges key={`why ${data.tag}`} status={status} family={family} metered={!data.noMeter} />
      <HoursPanel tag={data.tag} status={status} noMeter={data.noMeter} />
      <OpenProblems tag={data.tag} />
      <FollowUps tag={data.tag} />
      <UnitPhotos unitId={data.id} />
    </aside>
  );
}

interface ActionsProps {
  readonly unit: UnitDto;
  readonly openCheckId: string | null;
  readonly edit: () => void;
  readonly toBench: () => void;
}

function Actions({ unit: data, openCheckId, edit, toBench }: ActionsProps) {
  const mayCheck = useMay('startCheck');
  const mayReport = useMay('reportProblem');
  const mayChange = useMay('changeUnit');
  const mayReadAuditLog = useMay('auditLog');
  return (
    <>
      {mayReadAuditLog && <Link to={`/audit-log?unit=${encodeURIComponent(data.tag)}`}>History</Link>}
      {mayChange && <Button onClick={edit}>Edit unit</Button>}
      {mayReport && <ReportProblem key={data.tag} tag={data.tag} />}
      {mayCheck && (
        <Button type="primary" onClick={toBench}>
          {openCheckId === null ? 'Start the check' : 'Continue the check'} <Key name="b" />
        </Button>
      )}
    </>
  );
}

/** On paper: the code that opens this page. */
const TagCode = ({ tag }: { readonly tag: string }) => (
  <div className="print-only">
    <QrCode text={`${window.location.origin}/units/${encodeURIComponent(tag)}`} name={tag} />
  </div>
);

/** All data of the page. */
function useUnitData(tag: string) {
  const unit = useUnitQuery({ tag });
  const status = useUnitStatusQuery({ tag });
  const readings = useReadingsOfUnitQuery({ tag });
  const checks = useChecksOfUnitQuery({ tag });
  const courses = useCoursesOfUnitQuery({ tag });
  // Loaded data and typed text stay on the page when a refetch fails.
  const failed = [unit, status, readings, checks, courses].find(
    ({ error, currentData }) => error !== undefined && currentData === undefined,
  );
  const retry = (): void => [unit, status, readings, checks, courses].forEach(({ refetch }) => void refetch());
  return { unit, status, readings, checks, courses, failed, retry };
}
