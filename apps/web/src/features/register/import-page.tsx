import { Alert, Button, Segmented } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import {
  problemOf,
  useImportUnitsMutation,
  useLookAtUnitsMutation,
  type PlannedLineDto,
} from '../../shared/api/index.ts';
import { useMay } from '../../shared/me/index.ts';
import { ProblemNote, useTitle } from '../../shared/ui/index.ts';
import './register.css';

const ACTIONS = { refuse: 'refused', add: 'added', change: 'changed', same: 'the same' } as const;
const SHOWN = 400;

/** A file of units: what it would do, line by line; then all of it, or nothing. */
export function ImportPage() {
  useTitle('Import units');
  const may = useMay('importUnits');
  const [file, setFile] = useState<File | null>(null);
  const [shown, setShown] = useState<PlannedLineDto['action'] | 'all'>('all');
  const [look, looked] = useLookAtUnitsMutation();
  const [carryOut, carried] = useImportUnitsMutation();
  const plan = looked.data;
  const format = file?.name.toLowerCase().endsWith('.json') ? ('json' as const) : ('csv' as const);
  const bytes = (from: File): Blob => new Blob([from], { type: 'application/octet-stream' });
  const take = async (taken: File | undefined): Promise<void> => {
    if (taken === undefined) return;
    setFile(taken);
    carried.reset();
    const json = taken.name.toLowerCase().endsWith('.json');
    const { data } = await look({ format: json ? 'json' : 'csv', body: bytes(taken) });
    setShown(data !== undefined && data.refuse > 0 ? 'refuse' : 'all');
  };
  if (!may) {
    return (
      <main className="page-note">
        <h1>Units are imported by leads.</h1>
        <Link to="/register">Back to the units</Link>
      </main>
    );
  }
  const lines = (plan?.lines ?? []).filter(({ action }) => shown === 'all' || action === shown);
  return (
    <main className="register import">
      <header className="register-head">
        <h1>Import units</h1>
        <nav aria-label="Files">
          <a href="/api/exports/units-template.csv">Template</a>
          <Link to="/register">Back to the units</Link>
        </nav>
      </header>
      <p className="muted">
        A spreadsheet saved as CSV, or our own JSON. Units that are on the books, by their tags, are changed; others are
        added. Nothing happens before you have seen it.
      </p>
      <label className="file-drop">
        <input
          type="file"
          accept=".csv,.json,.txt"
          aria-label="File of units"
          onChange={({ target }) => {
            void take(target.files?.[0]);
            // The same file again, mended meanwhile, is looked at again.
            target.value = '';
          }}
        />
        <span>
          <b>{file === null ? 'Choose a file' : file.name}</b>
          <span className="muted">{file === null ? ' or drop it here' : ' Mended it? Choose it again.'}</span>
        </span>
      </label>
      <ProblemNote problem={problemOf(looked.error)} />
      {looked.isLoading && <p aria-busy="true">Looking at it …</p>}
      {plan && !carried.data && (
        <>
          <section className="plan-head" aria-label="What it would do">
            <h2>
              {plan.refuse > 0
                ? `${plan.refuse} of ${plan.lines.length} lines are refused: nothing is imported until they are mended.`
                : `${plan.add} to add, ${plan.change} to change, ${plan.same} the same.`}
            </h2>
            {plan.notes.map((note) => (
              <p key={note} className="muted">
                {note}
              </p>
            ))}
            {plan.newSites.length > 0 && (
              <p>
                New {plan.newSites.length === 1 ? 'site' : 'sites'}: <b>{plan.newSites.join(', ')}</b>. A typing slip?
                Mend it in the file.
              </p>
            )}
            <Segmented
              aria-label="Lines shown"
              value={shown}
              onChange={setShown}
              options={[
                { value: 'all' as const, label: `All ${plan.lines.length}` },
                ...(Object.keys(ACTIONS) as (keyof typeof ACTIONS)[])
                  .filter((action) => plan[action] > 0)
                  .map((action) => ({ value: action, label: `${plan[action]} ${ACTIONS[action]}` })),
              ]}
            />
          </section>
          <table className="plan">
            <thead>
              <tr>
                <th scope="col">Line</th>
                <th scope="col">Tag</th>
                <th scope="col">Would be</th>
                <th scope="col">What and how to mend it</th>
              </tr>
            </thead>
            <tbody>
              {lines.slice(0, SHOWN).map((line) => (
                <PlanLine key={line.line} line={line} />
              ))}
            </tbody>
          </table>
          {lines.length > SHOWN && (
            <p className="muted">
              The first {SHOWN} of {lines.length}.
            </p>
          )}
          <ProblemNote problem={problemOf(carried.error)} />
          <Button
            type="primary"
            size="large"
            loading={carried.isLoading}
            disabled={plan.refuse > 0 || plan.add + plan.change === 0 || file === null}
            onClick={() => file && void carryOut({ format, plan: plan.plan, body: bytes(file) })}
          >
            {carried.isLoading ? 'Importing …' : `Import ${plan.add + plan.change} units`}
          </Button>
        </>
      )}
      {carried.data && (
        <Alert
          type="success"
          title={`Done: ${carried.data.add} added, ${carried.data.change} changed, ${carried.data.same} the same.`}
          action={<Link to="/register">To the units</Link>}
        />
      )}
    </main>
  );
}

function PlanLine({ line: { line, tag, action, problems, changes, warnings } }: { readonly line: PlannedLineDto }) {
  return (
    <tr className={`plan-${action}`}>
      <td className="mono">{line}</td>
      <td className="mono strong">{tag}</td>
      <td>{ACTIONS[action]}</td>
      <td>
        {problems.map(({ field, problem, mend }) => (
          <p key={field + problem}>
            <b>{field}</b>: {problem} <span className="muted">{mend}</span>
          </p>
        ))}
        {changes.map(({ field, before, after }) => (
          <p key={field}>
            <b>{field}</b>: {before || 'empty'} → {after || 'empty'}
          </p>
        ))}
        {warnings.map((warning) => (
          <p key={warning} className="words-undecided">
            {warning}
          </p>
        ))}
      </td>
    </tr>
  );
}
