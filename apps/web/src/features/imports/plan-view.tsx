import { keysOf } from '@sturdy-shim/core';
import { Segmented } from 'antd';
import { type ReactNode, useState } from 'react';
import type { ImportPlanDto, PlannedLineDto } from '../../shared/api/index.ts';
import { ColumnName } from './column-name.tsx';

const ACTIONS = { refuse: 'refused', add: 'added', change: 'changed', same: 'the same' } as const;
const SHOWN = 400;

/** The plan of a file line by line; refused lines are shown first. */
export function PlanView({
  plan,
  name,
  acts,
}: {
  readonly plan: ImportPlanDto;
  readonly name: string;
  /** Above the lines, which may be thousands. */
  readonly acts: ReactNode;
}) {
  const [shown, setShown] = useState<PlannedLineDto['action'] | 'all'>(plan.refuse > 0 ? 'refuse' : 'all');
  const lines = plan.lines.filter(({ action }) => shown === 'all' || action === shown);
  return (
    <>
      <section className="plan-head" aria-label="Preview">
        <h2>
          {plan.refuse > 0
            ? `${plan.refuse} of ${plan.lines.length} lines are refused: nothing is imported until they are corrected.`
            : `${plan.add} to add, ${plan.change} to change, ${plan.same} the same.`}
        </h2>
        <Notes plan={plan} />
        {acts}
        <Segmented
          aria-label="Lines shown"
          value={shown}
          onChange={setShown}
          options={[
            { value: 'all' as const, label: `All ${plan.lines.length}` },
            ...keysOf(ACTIONS)
              .filter((action) => plan[action] > 0)
              .map((action) => ({ value: action, label: `${plan[action]} ${ACTIONS[action]}` })),
          ]}
        />
      </section>
      <table className="ruled plan">
        <thead>
          <tr>
            <th scope="col">Line</th>
            <th scope="col">{name}</th>
            <th scope="col">Result</th>
            <th scope="col">What is wrong and how to fix it</th>
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
    </>
  );
}

function PlanLine({ line: { line, tag, action, problems, changes, warnings } }: { readonly line: PlannedLineDto }) {
  return (
    <tr className={`plan-${action}`}>
      <td className="mono">{line}</td>
      <td className="mono strong">{tag}</td>
      <td>{ACTIONS[action]}</td>
      <td>
        {problems.map(({ field, problem, remedy }) => (
          <p key={field + problem}>
            <ColumnName field={field} /> {problem} <span className="muted">{remedy}</span>
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

/** Encoding and separator of the file, and new sites. */
const Notes = ({ plan }: { readonly plan: ImportPlanDto }) => (
  <>
    {plan.notes.map((note) => (
      <p key={note} className="muted">
        {note}
      </p>
    ))}
    {plan.newSites.length > 0 && (
      <p>
        New {plan.newSites.length === 1 ? 'site' : 'sites'}: <b>{plan.newSites.join(', ')}</b>. A typo? Correct it in
        the file.
      </p>
    )}
  </>
);
