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
  useReadingsImportsQuery,
  type ReadingsImportDto,
} from '../../shared/api/index.ts';
import { useMay } from '../../shared/me/index.ts';
import { PageFrame, ProblemNote, textInAddress, useAddressState } from '../../shared/ui/index.ts';
import { ColumnName } from './column-name.tsx';
import { FileDrop } from './file-drop.tsx';
import './imports.css';

const LOOK_EVERY_MS = 700;
/** The current file, in the address, so that a reloaded page shows its progress. */
const AT_HAND = { file: textInAddress };
const readings = (count: number): string => `${countText(count)} reading${count === 1 ? '' : 's'}`;

/** The page that imports readings from a file: it shows a preview first, then the progress of the import job. */
export function ReadingsImportPage() {
  const may = useMay('importReadings');
  const [file, setFile] = useState<File | null>(null);
  const [read, reading] = useReadReadingsMutation();
  const [start, starting] = useImportReadingsMutation();
  const [cancel, cancelling] = useCancelReadingsMutation();
  const [{ file: id }, turnTo] = useAddressState(AT_HAND, { history: 'replace' });
  const { now, lost, watch } = useProgress(may ? id : undefined, starting.isLoading);
  if (!may) {
    return <PageFrame sentence="Readings can be imported by leads only. Ask one of them." />;
  }
  const take = async (taken: File): Promise<void> => {
    setFile(taken);
    starting.reset();
    cancelling.reset();
    turnTo({ file: undefined });
    const body = new Blob([taken], { type: 'application/octet-stream' });
    const { data } = await read({ name: taken.name.slice(0, 200), body });
    if (data !== undefined) turnTo({ file: data.id });
  };
  const goOn = async (plan: ReadingsImportDto): Promise<void> => {
    const { data } = await start({ id: plan.id, startImportDto: { withoutRefused: plan.refused > 0 } });
    if (data !== undefined) watch();
  };
  const plan = now ?? (reading.data?.id === id ? reading.data : undefined);
  return (
    <PageFrame
      className="import"
      sentence="A spreadsheet saved as CSV with the columns tag, read_at, hours and note. Readings that do not add up come in as suspect, each with its reason, and wait to be settled. You see what is in the file first."
      actions={<a href="/api/exports/readings-template.csv">Template</a>}
    >
      <FileDrop many="readings" accept=".csv,.txt" file={file} take={(taken) => void take(taken)} />
      <ProblemNote problem={problemOf(reading.error ?? starting.error ?? cancelling.error)} />
      {lost !== undefined && <Lost error={lost} plan={plan} />}
      {reading.isLoading ? (
        <p aria-busy="true">Reading the file …</p>
      ) : (
        <>
          {id === undefined && <OpenImports turnTo={(file) => turnTo({ file })} />}
          {plan && (
            <PlanHead
              plan={plan}
              named={file === null}
              starting={starting.isLoading}
              cancelling={cancelling.isLoading}
              goOn={() => void goOn(plan)}
              cancel={() => void cancel({ id: plan.id })}
            />
          )}
        </>
      )}
      {plan && plan.refusedLines.length > 0 && <RefusedLines plan={plan} />}
    </PageFrame>
  );
}

interface LostProps {
  readonly error: NonNullable<ReturnType<typeof useProgress>['lost']>;
  readonly plan: ReadingsImportDto | undefined;
}

/** The progress could not be loaded. */
function Lost({ error, plan }: LostProps) {
  if (plan === undefined) return <ProblemNote problem={problemOf(error)} />;
  if (plan.state !== 'running') return null;
  return (
    <p role="status" className="words-undecided">
      The server does not answer now. The import goes on by itself where it stood, as soon as the server is back.
    </p>
  );
}

const STATE_SAID: Readonly<Record<ReadingsImportDto['state'], string>> = {
  read: 'not started',
  running: 'coming in',
  interrupted: 'interrupted',
  done: 'done',
  cancelled: 'stopped',
};

/** Unfinished imports of every person, and those of the last day. */
function OpenImports({ turnTo }: { readonly turnTo: (id: string) => void }) {
  const { data } = useReadingsImportsQuery(undefined, { refetchOnMountOrArgChange: true });
  if (data === undefined || data.files.length === 0) return null;
  return (
    <section className="plan-head" aria-label="Files of the last day">
      <h2>Files of the last day</h2>
      <table className="ruled plan">
        <thead>
          <tr>
            <th scope="col">File</th>
            <th scope="col">State</th>
            <th scope="col">Readings in</th>
          </tr>
        </thead>
        <tbody>
          {data.files.map(({ id, fileName, state, rows, done }) => (
            <tr key={id}>
              <td>
                <Button type="link" onClick={() => turnTo(id)}>
                  {fileName || 'A file without a name'}
                </Button>
              </td>
              <td>{STATE_SAID[state]}</td>
              <td>
                {countText(done)} of {countText(rows)}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

function headline(plan: ReadingsImportDto): string {
  const { state, rows, units, refused, accepted, suspect, known, done } = plan;
  switch (state) {
    case 'read':
      return `${readings(rows)} of ${countText(units)} units${refused > 0 ? `; ${countText(refused)} lines are refused` : ''}.`;
    case 'running':
      return 'Importing …';
    case 'interrupted':
      return `Interrupted after ${countText(done)} of ${countText(rows)} readings.`;
    case 'done':
      return `Done: ${countText(accepted)} count, ${countText(suspect)} are suspect, ${countText(known)} were known already.`;
    case 'cancelled':
      return `Stopped after ${countText(done)} of ${countText(rows)}: ${countText(accepted)} count, ${countText(suspect)} are suspect.`;
  }
}

const RefusedLines = ({ plan: { refused, refusedLines } }: { readonly plan: ReadingsImportDto }) => (
  <>
    <table className="ruled plan">
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
                  <ColumnName field={field} /> {problem} {remedy}
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

interface PlanHeadProps {
  readonly plan: ReadingsImportDto;
  /** The name is shown if the file was chosen on another page. */
  readonly named: boolean;
  readonly starting: boolean;
  readonly cancelling: boolean;
  readonly goOn: () => void;
  readonly cancel: () => void;
}

/** Content and progress of the file, and the available actions. */
function PlanHead({ plan, named, starting, cancelling, goOn, cancel }: PlanHeadProps) {
  return (
    <section className="plan-head" aria-label="Preview">
      <h2>{headline(plan)}</h2>
      <p className="muted">
        {named && plan.fileName !== '' && <b>{plan.fileName} </b>}
        {plan.notes}
        {plan.repeated > 0 && ` ${countText(plan.repeated)} lines say the same as another one.`}
      </p>
      {plan.state === 'read' && (
        <div className="import-acts">
          <Button type="primary" size="large" loading={starting} disabled={plan.rows === 0} onClick={goOn}>
            {plan.refused > 0
              ? `Import ${readings(plan.rows)} without the refused lines`
              : `Import ${readings(plan.rows)}`}
          </Button>
        </div>
      )}
      {plan.state === 'interrupted' && (
        <Interrupted waits={plan.rows - plan.done} {...{ starting, cancelling, goOn, cancel }} />
      )}
      {plan.state === 'running' && (
        <>
          <Progress
            aria-label="Progress"
            percent={Math.floor((plan.done / Math.max(1, plan.rows)) * 100)}
            format={() => `${countText(plan.done)} of ${countText(plan.rows)}`}
          />
          <Button loading={cancelling} onClick={cancel}>
            Stop
          </Button>
        </>
      )}
      {plan.endedAt !== null && plan.suspect > 0 && <Link to="/hours">To what does not add up</Link>}
    </section>
  );
}

interface InterruptedProps extends Pick<PlanHeadProps, 'starting' | 'cancelling' | 'goOn' | 'cancel'> {
  /** Readings that were not imported. */
  readonly waits: number;
}

const Interrupted = ({ waits, starting, cancelling, goOn, cancel }: InterruptedProps) => (
  <>
    <p>
      It was interrupted when the shop’s data were restored. What came in until then counts; {readings(waits)} still
      wait.
    </p>
    <div className="import-acts">
      <Button type="primary" size="large" loading={starting} onClick={goOn}>
        Start again
      </Button>
      <Button loading={cancelling} onClick={cancel}>
        Leave the rest out
      </Button>
    </div>
  </>
);

/** Progress of a file, polled during the import. */
function useProgress(id: string | undefined, starts: boolean) {
  const [running, setRunning] = useState(true);
  const { data: asked, error: lost } = useReadingsImportQuery(
    { id: id ?? '' },
    { skip: id === undefined, pollingInterval: running ? LOOK_EVERY_MS : 0 },
  );
  const now = asked?.id === id ? asked : undefined;
  const goesOn = now === undefined || now.state === 'running' || starts;
  if (running !== goesOn) setRunning(goesOn);
  return { now, lost, watch: () => setRunning(true) };
}
