import { Button } from 'antd';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { plainText } from '@sturdy-shim/core';
import { useListBladeSetsQuery, type BladeSetDto } from '../../shared/api/index.ts';
import { BladesInDoubt } from './blades-in-doubt.tsx';
import { dayText } from '../../shared/format/index.ts';
import { useMay } from '../../shared/me/index.ts';
import { EmptyPlace, Key, PageFrame, useKeys } from '../../shared/ui/index.ts';
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
  return (
    <PageFrame
      className="blades"
      asked={{ what: 'The list of blade sets', data, error, retry: () => void refetch() }}
      detail={data?.length}
      files={[
        { name: 'Blade sets, CSV', href: '/api/exports/blade-sets.csv' },
        { name: 'Blade sets, JSON', href: '/api/exports/blade-sets.json' },
      ]}
      actions={
        <>
          {mayImport && <Link to="/blades/import">Import</Link>}
          {may && (
            <Button type="primary" onClick={() => setEditing('new')}>
              Add a set <Key name="n" />
            </Button>
          )}
        </>
      }
    >
      {data?.length === 0 && (
        <EmptyPlace
          what="No blade sets yet. The bench needs one to gauge with: each set will stand here blade by blade, as printed and as measured."
          begin={
            may && (
              <Button type="primary" onClick={() => setEditing('new')}>
                Add a blade set
              </Button>
            )
          }
          example={<p className="mono">0.05 · 0.06 · 0.07 · 0.08 · 0.10 · 0.12 · 0.15 · 0.20 · 0.25 · 0.30</p>}
        />
      )}
      {data?.map((set) => (
        <BladeSet key={set.id} set={set} edit={may ? () => setEditing(set) : null} />
      ))}
      {editing !== null && <BladeSetForm set={editing === 'new' ? null : editing} close={() => setEditing(null)} />}
    </PageFrame>
  );
}

const FLAW_WORDS = { oily: 'oily: wipe', bent: 'bent', worn: 'worn' } as const;

interface BladeSetProps {
  readonly set: BladeSetDto;
  /** Null: this person may not. */
  readonly edit: (() => void) | null;
}

/** One set, blade by blade. */
const BladeSet = ({ set, edit }: BladeSetProps) => (
  <section className={`blade-set${set.active ? '' : ' inactive'}`} aria-label={set.name}>
    <header className="section-head">
      <h2>{set.name}</h2>
      <span className="muted">
        {set.shape === 'narrow' ? 'narrow point' : set.shape}, checked {dayText(set.checkedOn)}
        {set.toleranceMm !== null && `, ± ${set.toleranceMm} mm`}
        {!set.active && ', set aside'}
      </span>
      {set.checkPastDue && <b className="words-undecided">Its own check was due {dayText(set.checkDueOn ?? '')}.</b>}
      {edit !== null && (
        <Button size="small" onClick={edit} aria-label={`Edit ${set.name}`}>
          Edit
        </Button>
      )}
    </header>
    {set.active && <BladesInDoubt setId={set.id} />}
    <ul className="blade-grid">
      {set.blades.map(({ printed, measuredMm, out, flaw, unreadable }, index) => (
        <li key={index} className={out ? 'out' : ''} title={out ? 'Taken out: the bench does not offer it' : undefined}>
          <b className="mono">{unreadable === true ? 'unreadable' : plainText(printed)}</b>
          <span className="mono dense">{typeof measuredMm === 'number' ? `${measuredMm} mm` : ''}</span>
          {flaw && <span className={`dense ${out ? 'muted' : 'words-undecided'}`}>{FLAW_WORDS[flaw]}</span>}
        </li>
      ))}
    </ul>
  </section>
);
