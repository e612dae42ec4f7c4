import { Button, Checkbox, Input, Radio, Select } from 'antd';
import { useRef, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import {
  TEXT_LIMITS,
  newId,
  problemOf,
  useChangeFamilyMutation,
  useEnterFamilyMutation,
  useFamilyQuery,
  type FamilyDto,
  type Position,
} from '../../shared/api/index.ts';
import { ADJUSTER_WORDS, POSITION_WORDS, SEAL_WORDS, FUEL_WORDS } from '../../shared/format/index.ts';
import { useMay } from '../../shared/me/index.ts';
import {
  type BothVersions,
  Field,
  StalePanel,
  DegreesSwitch,
  Pending,
  ProblemNote,
  useTitle,
} from '../../shared/ui/index.ts';
import { temperatureChosen, usePreferences } from '../../shared/preferences/index.ts';
import type { TemperatureUnit } from '@sturdy-shim/core';
import { useDispatch } from 'react-redux';
import { SourceFields, sourceOf, emptySource } from './source-fields.tsx';
import { type FamilyDraft, type TextName, draftOf, fieldsOf, turns, inDegrees } from './family-draft.ts';
import { TorqueFields } from './torque-fields.tsx';
import './families.css';

/** Enters a family from its manual, or changes its sheet. Only what stands at the top is needed; the rest may follow. */
export function FamilyFormPage() {
  const { code } = useParams();
  const may = useMay('changeFamily');
  const { data, error } = useFamilyQuery({ code: code ?? '' }, { skip: code === undefined });
  useTitle(code === undefined ? 'Add a family' : `Edit ${code}`);
  if (!may) {
    return (
      <main className="page-note">
        <h1>Only leads can edit families.</h1>
        <Link to="/families">Back to the families</Link>
      </main>
    );
  }
  if (code !== undefined && data === undefined)
    return error ? <ProblemNote problem={problemOf(error)} /> : <Pending lines={12} />;
  return <FamilyForm key={data?.id ?? 'new'} family={data ?? null} />;
}

const LENGTHS: Readonly<Record<string, number>> = { ...TEXT_LIMITS.NewFamilyDto, ...TEXT_LIMITS.FamilySheetDto };
/** As long as the contract lets a text be; a figure is as long as it is. */
const lengthOf = (name: TextName): { maxLength?: number } =>
  LENGTHS[name] === undefined ? {} : { maxLength: LENGTHS[name] };
const EVERY_POSITION = (Object.keys(POSITION_WORDS) as Position[]).filter((each) => each !== 'unconfirmed');

function FamilyForm({ family }: { readonly family: FamilyDto | null }) {
  const [base, setBase] = useState(family);
  const { temperature } = usePreferences();
  const dispatch = useDispatch();
  const [draft, setDraft] = useState(() => draftOf(family, temperature));
  const readDegrees = (unit: TemperatureUnit): void => {
    dispatch(temperatureChosen(unit));
    setDraft((old) => inDegrees(old, unit));
  };
  const [source, setSource] = useState(emptySource);
  const [own, setOwn] = useState<Readonly<Record<string, string>>>({});
  const ids = useRef({ family: newId(), source: newId() });
  const [enter, entering] = useEnterFamilyMutation();
  const [change, changing] = useChangeFamilyMutation();
  const navigate = useNavigate();
  const problem = problemOf(entering.error ?? changing.error);
  const stored = problem?.code === 'stale-version' ? (problem.facts.family as FamilyDto) : null;
  const set = (next: Partial<FamilyDraft>): void => setDraft((old) => ({ ...old, ...next }));
  const started = source.saidBy !== '' || Object.keys(source.intake.figures).length > 0;

  const send = async (): Promise<void> => {
    const read = fieldsOf(draft);
    const ready = base === null && started ? sourceOf(ids.current.source, source) : null;
    const wrong = {
      ...('wrong' in read && read.wrong),
      ...(base === null &&
        started &&
        ready === null && { source: 'Name the book or the person, and give every figure.' }),
    };
    setOwn(wrong);
    if ('wrong' in read || Object.keys(wrong).length > 0) return;
    const answer =
      base === null
        ? await enter({ newFamilyDto: { id: ids.current.family, ...read.fields, ...(ready && { source: ready }) } })
        : await change({ id: base.id, changeFamilyDto: { ...read.fields, version: base.version } });
    if (answer.data !== undefined) void navigate(`/families/${encodeURIComponent(answer.data.code)}`);
  };
  const wrong = (name: string): string | undefined =>
    own[name] ?? problem?.fields[name] ?? problem?.fields[`sheet.${name}`];
  const wrongAt = (name: string) => {
    const words = wrong(name);
    return words === undefined ? null : <p className="field-wrong">{words}</p>;
  };
  const field = (name: TextName, label: string, { mono = false, suffix = '', needed = false } = {}) => (
    <Field id={`family-${name}`} label={label} wrong={wrong(name)}>
      <Input
        className={mono ? 'mono' : ''}
        autoFocus={name === 'code'}
        autoComplete="off"
        required={needed}
        {...lengthOf(name)}
        suffix={suffix}
        value={draft[name]}
        onChange={({ target }) => set({ [name]: target.value })}
      />
    </Field>
  );
  const area = (name: TextName, label: string) => (
    <Field id={`family-${name}`} label={label} wrong={wrong(name)}>
      <Input.TextArea
        rows={3}
        {...lengthOf(name)}
        value={draft[name]}
        onChange={({ target }) => set({ [name]: target.value })}
      />
    </Field>
  );
  const choose = (
    name: TextName,
    label: string,
    options: readonly { readonly value: string; readonly label: string }[],
  ) => (
    <div>
      <label htmlFor={`family-${name}`}>{label}</label>
      <Select
        id={`family-${name}`}
        aria-label={label}
        value={draft[name]}
        onChange={(value: string) => set({ [name]: value })}
        options={[...options]}
      />
    </div>
  );
  const words = (record: Readonly<Record<string, string>>, none?: string) => [
    ...(none === undefined ? [] : [{ value: '', label: none }]),
    ...Object.entries(record).map(([value, label]) => ({ value, label })),
  ];
  return (
    <main className="family-form">
      <h1>{base === null ? 'Add a family' : `Edit ${base.code}`}</h1>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void send();
        }}
      >
        <section aria-label="The engine">
          <h2>The engine</h2>
          <div className="form-grid">
            {field('code', 'Code, as the shop says it', { needed: true })}
            {field('layout', 'What kind of engine', { needed: true })}
            {field('cylinders', 'Cylinders', { mono: true })}
            {choose('adjusterKind', 'Adjuster', words(ADJUSTER_WORDS))}
          </div>
        </section>
        {base === null && (
          <section aria-label="Spec and its source">
            <h2>Spec and its source</h2>
            <SourceFields
              source={source}
              change={setSource}
              fields={problem?.fields ?? {}}
              at="source."
              fuel={draft.fuel === '' ? null : draft.fuel}
            />
            {wrongAt('source')}
          </section>
        )}
        <section aria-label="Temperature and position">
          <h2>Temperature and position</h2>
          <div className="form-grid">
            <div>
              <span className="as-label">Gauged</span>
              <Radio.Group
                aria-label="Gauged"
                value={draft.temperature}
                onChange={({ target }) => set({ temperature: target.value as 'cold' | 'warm' })}
                options={[
                  { value: 'cold', label: 'cold' },
                  { value: 'warm', label: 'warm' },
                ]}
              />
            </div>
            {draft.temperature === 'cold' ? (
              field('belowC', 'Below, if the source gives a figure', { mono: true, suffix: draft.degrees })
            ) : (
              <>
                {field('fromC', 'From', { mono: true, suffix: draft.degrees })}
                {field('toC', 'To', { mono: true, suffix: draft.degrees })}
              </>
            )}
            <div>
              <span className="as-label">Degrees</span>
              <DegreesSwitch value={draft.degrees} onChange={readDegrees} />
            </div>
            <div className="form-wide">
              <label htmlFor="family-positions">Ways to find the position, the preferred one first</label>
              <Select
                id="family-positions"
                aria-label="Ways to find the position"
                mode="multiple"
                value={[...draft.positions]}
                onChange={(positions: Position[]) => set({ positions })}
                options={EVERY_POSITION.map((value) => ({ value, label: POSITION_WORDS[value] }))}
              />
              {wrongAt('positions')}
            </div>
          </div>
          <div className="form-grid">
            {field('temperatureRecipe', 'How to bring it there')}
            {field('positionRecipe', 'How to find the preferred position')}
          </div>
        </section>
        <section aria-label="When it is due">
          <h2>When it is due</h2>
          <div className="form-grid">
            {field('breakInHours', 'First check at', { mono: true, suffix: 'h' })}
            {field('intervalHours', 'Then every', { mono: true, suffix: 'h' })}
            {field('intervalMonths', 'or every', { mono: true, suffix: 'months' })}
            {field('seasonDay', 'or each year before, e.g. 1 March')}
            {field('season', 'In the year, in words')}
          </div>
        </section>
        <details>
          <summary>Valves, crank, adjuster, torques, seal, what to have ready, cautions</summary>
          <div className="form-grid">
            {field('intakePerCylinder', 'Intake valves per cylinder', { mono: true })}
            {field('exhaustPerCylinder', 'Exhaust valves per cylinder', { mono: true })}
            {field('intakeSide', 'Intake is at')}
            {field('exhaustSide', 'Exhaust is at')}
            {field('firesAtDeg', 'Cylinders fire at, degrees of 720', { mono: true })}
            {choose('fuel', 'Fuel', [
              { value: '', label: 'not said' },
              ...Object.entries(FUEL_WORDS).map(([value, label]) => ({ value, label })),
            ])}
            {field('rotation', 'Turns which way, seen from where')}
            {field('mark', 'The timing mark, in words')}
            {field('compressionRelease', 'Compression release')}
            {field('strokeMm', 'Stroke', { mono: true, suffix: 'mm' })}
            {field('rodMm', 'Rod, center to center', { mono: true, suffix: 'mm' })}
            {field('adjuster', 'Adjuster, in words')}
            {turns(draft.adjusterKind) && field('pitchMm', 'Pitch of its thread', { mono: true, suffix: 'mm' })}
            {turns(draft.adjusterKind) &&
              field('rockerRatio', 'Rocker ratio, valve arm over the other', { mono: true })}
            {choose('seal', 'Cover seal', words(SEAL_WORDS, 'not said'))}
            {field('sealNote', 'Seal, in words')}
            {field('sealCureHours', 'Sealant waits', { mono: true, suffix: 'h' })}
            {choose('bladeShape', 'Blades', [
              { value: '', label: 'not said' },
              { value: 'straight', label: 'straight' },
              { value: 'bent', label: 'bent' },
              { value: 'narrow', label: 'narrow point' },
            ])}
          </div>
          <TorqueFields torques={draft.torques} change={(torques) => set({ torques })} />
          <div className="form-grid">
            {area('tools', 'Tools, one per line')}
            {area('parts', 'Parts and bolts used at each check, one per line')}
            {area('cautions', 'Cautions, one per line')}
            {area('stampingPattern', 'Stamping patterns: * for anything, ? for one character; one per line')}
          </div>
        </details>
        <Checkbox checked={draft.dealerOnly} onChange={({ target }) => set({ dealerOnly: target.checked })}>
          The maker leaves this work to authorized dealers
        </Checkbox>
        {stored !== null && base?.version !== stored.version && (
          <StalePanel
            what="this family"
            fields={bothOf(draft, draftOf(stored, draft.degrees))}
            keepMine={() => setBase(stored)}
            takeStored={() => {
              setBase(stored);
              setDraft(draftOf(stored, draft.degrees));
            }}
          />
        )}
        {problem !== null && stored === null && <ProblemNote problem={problem} />}
        <p className="form-acts">
          <Button type="primary" size="large" htmlType="submit" loading={entering.isLoading || changing.isLoading}>
            {base === null ? 'Add' : 'Save'}
          </Button>
          <Link to={base === null ? '/families' : `/families/${encodeURIComponent(base.code)}`}>Cancel</Link>
        </p>
      </form>
    </main>
  );
}

const bothOf = (mine: FamilyDraft, stored: FamilyDraft): BothVersions[] =>
  (Object.keys(stored) as (keyof FamilyDraft)[]).map((name) => ({
    label: wordsOf(name),
    mine: shown(mine[name]),
    stored: shown(stored[name]),
  }));

/** `breakInHours` as people read it. */
const wordsOf = (name: string): string => name.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);

const shown = (value: FamilyDraft[keyof FamilyDraft]): string =>
  typeof value === 'object' ? JSON.stringify(value) : String(value);
