import { countText } from '../../shared/format/index.ts';
import { Button, Progress } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import {
  problemOf,
  useCancelReadingsMutation,
  useImportReadingsMutation,
  useReadReadingsMutation,
  useReadingsImportQuery,
  type ReadingsImportDto,
} from '../../shared/api/index.ts';
import { useMay } from '../../shared/me/index.ts';
import { ProblemNote, useTitle } from '../../shared/ui/index.ts';
import { FileDrop } from './file-drop.tsx';
import './imports.css';

const LOOK_EVERY_MS = 700;
const readings = (count: number): string => `${countText(count)} reading${count === 1 ? '' : 's'}`;

/** A file of readings, however long: what is in it, then all of it, with progress, until it is in or somebody stops it. */
export function ReadingsImportPage() {
  useTitle('Import readings');
  const may = useMay('importReadings');
  const [file, setFile] = useState<File | null>(null);
  const [read, reading] = useReadReadingsMutation();
  const [start, starting] = useImportReadingsMutation();
  const [cancel, cancelling] = useCancelReadingsMutation();
  const id = reading.data?.id;
  const running = starting.data?.state === 'running';
  const [ended, setEnded] = useState(false);
  const { data: now } = useReadingsImportQuery(
    { id: id ?? '' },
    { skip: id === undefined || !running, pollingInterval: ended ? 0 : LOOK_EVERY_MS },
  );
  if (now !== undefined && now.id === id && !ended && now.endedAt !== null) setEnded(true);
  if (!may) {
    return (
      <main className="page-note">
        <h1>Readings can be imported by leads only.</h1>
        <Link to="/hours">Back to the hours</Link>
      </main>
    );
  }
  const take = (taken: File): void => {
    setFile(taken);
    setEnded(false);
    starting.reset();
    cancelling.reset();
    void read({ name: taken.name.slice(0, 200), body: new Blob([taken], { type: 'application/octet-stream' }) });
  };
  const plan = (now?.id === id ? now : undefined) ?? reading.data;
  return (
    <main className="import">
      <header className="register-head">
        <h1>Import readings</h1>
        <nav aria-label="Files">
          <a href="/api/exports/readings-template.csv">Template</a>
          <Link to="/hours">Back to the hours</Link>
        </nav>
      </header>
      <p className="muted">
        A spreadsheet saved as CSV with the columns tag, read_at, hours and note. Readings that do not add up come in as
        suspect, each with its reason, and wait to be settled. You see what is in the file first.
      </p>
      <FileDrop many="readings" accept=".csv,.txt" file={file} take={take} />
      <ProblemNote problem={problemOf(reading.error ?? starting.error ?? cancelling.error)} />
      {reading.isLoading && <p aria-busy="true">Reading the file …</p>}
      {plan && !reading.isLoading && (
        <section className="plan-head" aria-label="Preview">
          <h2>{headline(plan)}</h2>
          <p className="muted">
            {plan.notes}
            {plan.repeated > 0 && ` ${countText(plan.repeated)} lines say the same as another one.`}
          </p>
          {plan.state === 'read' && (
            <div className="import-acts">
              <Button
                type="primary"
                size="large"
                loading={starting.isLoading}
                disabled={plan.rows === 0}
                onClick={() => void start({ id: plan.id, startImportDto: { withoutRefused: plan.refused > 0 } })}
              >
                {plan.refused > 0
                  ? `Import ${readings(plan.rows)} without the refused lines`
                  : `Import ${readings(plan.rows)}`}
              </Button>
            </div>
          )}
          {plan.state === 'running' && (
            <>
              <Progress
                aria-label="Progress"
                percent={Math.floor((plan.done / Math.max(1, plan.rows)) * 100)}
                format={() => `${countText(plan.done)} of ${countText(plan.rows)}`}
              />
              <Button loading={cancelling.isLoading} onClick={() => void cancel({ id: plan.id })}>
                Stop
              </Button>
            </>
          )}
          {plan.endedAt !== null && plan.suspect > 0 && <Link to="/hours">To what does not add up</Link>}
        </section>
      )}
      {plan && plan.refusedLines.length > 0 && <RefusedLines plan={plan} />}
    </main>
  );
}

function headline(plan: ReadingsImportDto): string {
  const { state, rows, units, refused, accepted, suspect, known, done } = plan;
  switch (state) {
    case 'read':
      return `${readings(rows)} of ${countText(units)} units${refused > 0 ? `; ${countText(refused)} lines are refused` : ''}.`;
    case 'running':
      return 'Importing …';
    case 'done':
      return `Done: ${countText(accepted)} count, ${countText(suspect)} are suspect, ${countText(known)} were known already.`;
    case 'cancelled':
      return `Stopped after ${countText(done)} of ${countText(rows)}: ${countText(accepted)} count, ${countText(suspect)} are suspect.`;
  }
}

const RefusedLines = ({ plan: { refused, refusedLines } }: { readonly plan: ReadingsImportDto }) => (
  <>
    <table className="plan">
      <thead>
        <tr>
          <th scope="col">Line</th>
          <th scope="col">Tag</th>
          <th scope="col">What is wrong and how to fix it</th>
        </tr>
      </thead>
      <tbody>
        {refusedLines.map(({ line, tag, problems }) => (
          <tr key={line}>
            <td className="mono">{line}</td>
            <td className="mono">{tag}</td>
            <td>
              {problems.map(({ field, problem, remedy }) => (
                <p key={field}>
                  <b>{field}</b>: {problem} {remedy}
                </p>
              ))}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
    {refused > refusedLines.length && (
      <p className="muted">
        The first {refusedLines.length} of {countText(refused)}.
      </p>
    )}
  </>
);
