import { Button, Input, Select } from 'antd';
import { useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { useListFamiliesQuery, useListSitesQuery, useUnitKindsQuery } from '../../shared/api/index.ts';
import { STATE_WORDS, USE_WORDS, countText } from '../../shared/format/index.ts';
import { useMay } from '../../shared/me/index.ts';
import { Key, PageFrame, Pending, ProblemNote, useKeys, useLater } from '../../shared/ui/index.ts';
import { BulkBar } from './bulk-bar.tsx';
import { type RegisterFilter, asked, useRegisterFilter } from './register-filter.ts';
import { UnitForm } from './unit-form.tsx';
import { PrintedRows } from './printed-rows.tsx';
import { UnitRows } from './unit-rows.tsx';
import { useRegister } from './use-register.ts';
import './register.css';

const FILES = [
  { name: 'Units, CSV', href: '/api/exports/units.csv' },
  { name: 'Units, JSON', href: '/api/exports/units.json' },
  { name: 'Checks, CSV', href: '/api/exports/checks.csv' },
  { name: 'Checks, JSON', href: '/api/exports/checks.json' },
];

/** Every unit on record. */
export function RegisterPage() {
  const [filter, change] = useRegisterFilter();
  const { total, lines, problem, more, retry } = useRegister(filter);
  const { data: sites = [] } = useListSitesQuery();
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const mayEnter = useMay('enterUnit');
  const [entering, setEntering] = useEntering(mayEnter);
  const mayChange = useMay('changeUnits');
  const mayImport = useMay('importUnits');
  const navigate = useNavigate();
  useKeys(mayEnter ? [{ key: 'n', what: 'Add a unit', run: () => setEntering(true) }] : []);
  return (
    <PageFrame
      className="register"
      detail={total === null ? undefined : countText(total)}
      files={FILES}
      actions={
        <>
          {mayImport && <Link to="/register/import">Import</Link>}
          {mayImport && <Link to="/register/import-checks">Import past checks</Link>}
          {mayEnter && (
            <Button type="primary" onClick={() => setEntering(true)}>
              Add a unit <Key name="n" />
            </Button>
          )}
        </>
      }
    >
      <Filters filter={filter} change={change} />
      <ProblemNote problem={problem} retry={retry} />
      {total === null && problem === null && <Pending lines={12} />}
      {total === 0 && (
        <NoUnits
          filtered={Object.keys(asked(filter)).length > 0}
          mayImport={mayImport}
          enter={mayEnter ? () => setEntering(true) : null}
        />
      )}
      {lines.length > 0 && (
        <>
          <UnitRows lines={lines} chosen={mayChange ? chosen : null} choose={setChosen} more={more} />
          <PrintedRows lines={lines} total={total ?? lines.length} />
        </>
      )}
      {/* Below the rows: nothing moves under the pointer that chooses them. */}
      {mayChange && chosen.size > 0 && (
        <BulkBar
          unitIds={[...chosen]}
          sites={sites}
          done={() => setChosen(new Set())}
          labels={() =>
            void navigate('/labels', {
              state: { tags: lines.filter(({ id }) => chosen.has(id)).map(({ tag }) => tag) },
            })
          }
        />
      )}
      {entering && <UnitForm unit={null} close={() => setEntering(false)} />}
    </PageFrame>
  );
}

/** Debounced search text. */
function FindInput({ find, change }: { readonly find: string; readonly change: (find: string) => void }) {
  const [words, setWords] = useState(find);
  /** The last search text of the address: a changed one, as after going back, is copied into the field. */
  const [known, setKnown] = useState(find);
  const [sent, setSent] = useState(find);
  if (find !== known) {
    setKnown(find);
    if (find !== sent) setWords(find);
  }
  const ask = useLater((text: string) => {
    setSent(text);
    change(text);
  });
  return (
    <Input
      aria-label="Part of a tag, serial, stamping, kind, family or site"
      placeholder="Tag, serial, stamping …"
      allowClear
      value={words}
      onChange={({ target }) => {
        setWords(target.value);
        ask(target.value.trim());
      }}
    />
  );
}

interface FiltersProps {
  readonly filter: RegisterFilter;
  readonly change: (next: Partial<RegisterFilter>) => void;
}

function Filters({ filter, change }: FiltersProps) {
  const { data: families = [] } = useListFamiliesQuery();
  const { data: sites = [] } = useListSitesQuery();
  const { data: kinds = [] } = useUnitKindsQuery();
  const select = (name: keyof RegisterFilter, label: string, options: readonly { value: string; label: string }[]) => (
    <Select
      aria-label={label}
      placeholder={label}
      allowClear
      showSearch={{ optionFilterProp: 'label' }}
      value={filter[name] ?? null}
      onChange={(value: string | null) => change({ [name]: value ?? undefined })}
      options={[...options]}
      popupMatchSelectWidth={false}
    />
  );
  const same = (names: readonly string[]) => names.map((value) => ({ value, label: value }));
  const words_ = (record: Readonly<Record<string, string>>) =>
    Object.entries(record).map(([value, label]) => ({ value, label: label.charAt(0).toUpperCase() + label.slice(1) }));
  return (
    <div className="register-filter">
      <FindInput find={filter.find ?? ''} change={(find) => change({ find })} />
      {select('family', 'Any family', same(families.map(({ code }) => code)))}
      {select('site', 'Any site', same(sites.map(({ name }) => name)))}
      {select('kind', 'Any kind', same(kinds))}
      {select('use', 'Any use', words_(USE_WORDS))}
      {select('state', 'Any status', words_(STATE_WORDS))}
    </div>
  );
}

interface NoUnitsProps {
  readonly filtered: boolean;
  readonly mayImport: boolean;
  /** Null: this person may not. */
  readonly enter: (() => void) | null;
}

const NoUnits = ({ filtered, mayImport, enter }: NoUnitsProps) => (
  <div className="empty">
    {filtered ? (
      <p>No unit matches this filter.</p>
    ) : (
      <>
        <p>No units yet. Add the engine family first, then the unit.</p>
        {enter !== null && (
          <p>
            <Button type="primary" onClick={enter}>
              Add a unit
            </Button>{' '}
            {mayImport && <Link to="/register/import">Import a spreadsheet</Link>}
          </p>
        )}
      </>
    )}
  </div>
);

/** A link may open the form directly. */
function useEntering(mayEnter: boolean) {
  const [params] = useSearchParams();
  return useState(mayEnter && params.has('new'));
}
