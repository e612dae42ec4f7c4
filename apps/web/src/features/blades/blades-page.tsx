import { Button } from 'antd';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { plainText } from '@sturdy-shim/core';
import { problemOf, useListBladeSetsQuery, type BladeSetDto } from '../../shared/api/index.ts';
import { BladesInDoubt } from './blades-in-doubt.tsx';
import { dayText } from '../../shared/format/index.ts';
import { useMay } from '../../shared/me/index.ts';
import { Key, Pending, ProblemNote, useKeys } from '../../shared/ui/index.ts';
import { BladeSetForm } from './blade-set-form.tsx';
import './blades.css';

/** The feeler gauge sets of the shop, blade by blade. */
export function BladesPage() {
  const { data, error, refetch } = useListBladeSetsQuery();
  const may = useMay('enterBladeSet');
  const mayImport = useMay('importBladeSets');
  const [params] = useSearchParams();
  const [editing, setEditing] = useState<BladeSetDto | 'new' | null>(may && params.has('new') ? 'new' : null);
  useKeys(may ? [{ key: 'n', what: 'Add a blade set', run: () => setEditing('new') }] : []);
  if (error) return <ProblemNote problem={problemOf(error)} retry={() => void refetch()} />;
  if (data === undefined) return <Pending lines={8} />;
  return (
    <main className="blades">
      <header className="register-head">
        <h1>
          Blade sets <span className="muted">{data.length}</span>
        </h1>
        <nav aria-label="More">
          <Link to="/families">Families</Link>
          {mayImport && <Link to="/blades/import">Import</Link>}
          <a href="/api/exports/blade-sets.csv">Export CSV</a>
          <a href="/api/exports/blade-sets.json">JSON</a>
        </nav>
        {may && (
          <Button type="primary" onClick={() => setEditing('new')}>
            Add a set <Key name="n" />
          </Button>
        )}
      </header>
      {data.length === 0 && (
        <div className="empty">
          <p>No blade sets yet. The bench needs one to gauge with.</p>
          {may && (
            <Button type="primary" onClick={() => setEditing('new')}>
              Add a blade set
            </Button>
          )}
        </div>
      )}
      {data.map((set) => (
        <section key={set.id} className={`blade-set${set.active ? '' : ' inactive'}`} aria-label={set.name}>
          <header className="register-head">
            <h2>{set.name}</h2>
            <span className="muted">
              {set.shape === 'narrow' ? 'narrow point' : set.shape}, checked {dayText(set.checkedOn)}
              {set.toleranceMm !== null && `, ± ${set.toleranceMm} mm`}
              {!set.active && ', set aside'}
            </span>
            {set.checkPastDue && (
              <b className="words-undecided">Its own check was due {dayText(set.checkDueOn ?? '')}.</b>
            )}
            {may && (
              <Button size="small" onClick={() => setEditing(set)} aria-label={`Edit ${set.name}`}>
                Edit
              </Button>
            )}
          </header>
          {set.active && <BladesInDoubt setId={set.id} />}
          <ul className="blade-grid">
            {set.blades.map(({ printed, measuredMm, out, flaw, unreadable }, index) => (
              <li
                key={index}
                className={out ? 'out' : ''}
                title={out ? 'Taken out: the bench does not offer it' : undefined}
              >
                <b className="mono">{unreadable === true ? 'unreadable' : plainText(printed)}</b>
                <span className="mono dense">{typeof measuredMm === 'number' ? `${measuredMm} mm` : ''}</span>
                {flaw && <span className={`dense ${out ? 'muted' : 'words-undecided'}`}>{FLAW_WORDS[flaw]}</span>}
              </li>
            ))}
          </ul>
        </section>
      ))}
      {editing !== null && <BladeSetForm set={editing === 'new' ? null : editing} close={() => setEditing(null)} />}
    </main>
  );
}

const FLAW_WORDS = { oily: 'oily: wipe', bent: 'bent', worn: 'worn' } as const;
