import { Alert, Button, Progress } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { problemOf, useImportProgressQuery } from '../../shared/api/index.ts';
import { useMay } from '../../shared/me/index.ts';
import { PageFrame, ProblemNote } from '../../shared/ui/index.ts';
import type { Importable } from './importable.ts';
import { FileDrop } from './file-drop.tsx';
import { PlanView } from './plan-view.tsx';
import './imports.css';

const bytes = (from: File): Blob => new Blob([from], { type: 'application/octet-stream' });
const formatOf = (file: File) => (file.name.toLowerCase().endsWith('.json') ? ('json' as const) : ('csv' as const));
const LOOK_EVERY_MS = 400;

/** Import of a file: the plan line by line, then its execution, all or nothing. */
export function ImportPage({ of }: { readonly of: Importable }) {
  const { title, one, many, about, name } = of;
  const may = useMay(of.operation);
  const [file, setFile] = useState<File | null>(null);
  const [preview, previewed] = of.usePreview();
  const [carryOut, carried] = of.useCarryOut();
  const plan = previewed.data;
  const take = (taken: File): void => {
    setFile(taken);
    carried.reset();
    void preview({ format: formatOf(taken), body: bytes(taken) });
  };
  if (!may) {
    return (
      <PageFrame
        title={title}
        sentence={`${many.charAt(0).toUpperCase() + many.slice(1)} can be imported by leads only. Ask one of them.`}
      />
    );
  }
  const moving = plan === undefined ? 0 : plan.add + plan.change;
  return (
    <PageFrame
      className="import"
      title={title}
      sentence={`A spreadsheet saved as CSV, or our own JSON. ${about} You see a preview first.`}
      actions={<a href={of.template}>Template</a>}
    >
      <FileDrop many={many} accept=".csv,.json,.txt" file={file} take={take} />
      <ProblemNote problem={problemOf(previewed.error)} />
      {previewed.isLoading && <p aria-busy="true">Reading the file …</p>}
      {plan && !carried.data && (
        <PlanView
          key={plan.plan}
          plan={plan}
          name={name}
          acts={
            <>
              <ProblemNote problem={problemOf(carried.error)} />
              <Button
                type="primary"
                size="large"
                loading={carried.isLoading}
                disabled={plan.refuse > 0 || moving === 0 || file === null}
                onClick={() => file && void carryOut({ format: formatOf(file), plan: plan.plan, body: bytes(file) })}
              >
                {carried.isLoading ? 'Importing …' : `Import ${moving} ${moving === 1 ? one : many}`}
              </Button>
              {carried.isLoading && <Coming plan={plan.plan} />}
            </>
          }
        />
      )}
      {carried.data && <Done of={of} plan={carried.data} />}
    </PageFrame>
  );
}

/** Progress of the import. */
function Coming({ plan }: { readonly plan: string }) {
  const { data: progress } = useImportProgressQuery({ plan }, { pollingInterval: LOOK_EVERY_MS });
  if (progress === undefined || progress.total === 0) return null;
  return (
    <Progress
      aria-label="Progress"
      percent={Math.floor((progress.done / progress.total) * 100)}
      format={() => `${progress.done} of ${progress.total}`}
    />
  );
}

/** What was imported. */
const Done = ({ of: { home }, plan }: { readonly of: Importable; readonly plan: DonePlan }) => (
  <Alert
    type="success"
    title={`Done: ${plan.add} added, ${plan.change} changed, ${plan.same} the same.`}
    action={<Link to={home.path}>To {home.words}</Link>}
  />
);

type DonePlan = Readonly<Record<'add' | 'change' | 'same', number>>;
