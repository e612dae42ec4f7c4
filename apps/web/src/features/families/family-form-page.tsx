import { Button, Checkbox, Radio } from 'antd';
import { useRef, useState } from 'react';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import {
  newId,
  problemOf,
  useChangeFamilyMutation,
  useEnterFamilyMutation,
  useFamilyQuery,
  type FamilyDto,
} from '../../shared/api/index.ts';
import { ADJUSTER_WORDS, POSITION_WORDS } from '../../shared/format/index.ts';
import { useMay } from '../../shared/me/index.ts';
import {
  type BothVersions,
  StalePanel,
  DegreesSwitch,
  PageFrame,
  ProblemNote,
  useTitle,
} from '../../shared/ui/index.ts';
import { useShopUnit, temperatureChosen, usePreferences } from '../../shared/preferences/index.ts';
import type { TemperatureUnit } from '@sturdy-shim/core';
import { useDispatch } from 'react-redux';
import { SourceFields, sourceOf, emptySource } from './source-fields.tsx';
import { DetailFields } from './detail-fields.tsx';
import { type FamilyDraft, copiedFrom, draftOf, fieldsOf, inDegrees } from './family-draft.ts';
import { fieldKit, optionsOf } from './family-field-kit.tsx';
import './families.css';

/** Enters a family from its manual, or changes its sheet. Only what stands at the top is needed; the rest may follow. */
export function FamilyFormPage() {
  const { code } = useParams();
  const may = useMay('changeFamily');
  // A new one may begin as a copy of another, or stand on it.
  const [from] = useSearchParams();
  const [copied, on] = code === undefined ? [from.get('copy'), from.get('as')] : [null, null];
  const begun = code ?? on ?? copied ?? '';
  const { data, error, refetch } = useFamilyQuery({ code: begun }, { skip: begun === '' });
  useTitle(code === undefined ? 'Add a family' : `Edit ${code}`);
  if (!may) {
    return (
      <PageFrame
        title={code === undefined ? 'Add a family' : `Edit ${code}`}
        sentence="Only leads can edit families. Ask one of them."
      />
    );
  }
  if (begun !== '' && data === undefined)
    return (
      <PageFrame
        title={code === undefined ? 'Add a family' : `Edit ${code}`}
        asked={{ what: 'This family', data, error, retry: () => void refetch(), lines: 12 }}
      />
    );
  if (code === undefined)
    return <FamilyForm key={`new ${begun}`} family={null} model={data ?? null} asVariant={on !== null} />;
  return <FamilyForm key={data?.id} family={data ?? null} model={null} asVariant={false} />;
}

const EVERY_POSITION = optionsOf(POSITION_WORDS).filter(({ value }) => value !== 'unconfirmed');

interface FamilyFormProps {
  /** The family that is edited; null for a new one. */
  readonly family: FamilyDto | null;
  /** The family that a new one is copied from, or stands on. */
  readonly model: FamilyDto | null;
  readonly asVariant: boolean;
}

function FamilyForm({ family, model, asVariant }: FamilyFormProps) {
  const [base, setBase] = useState(family);
  const { temperature } = usePreferences();
  const dispatch = useDispatch();
  const [draft, setDraft] = useState(() =>
    model === null ? draftOf(family, temperature) : copiedFrom(model, asVariant, temperature),
  );
  const read = fieldsOf(draft);
  const readDegrees = (unit: TemperatureUnit): void => {
    dispatch(temperatureChosen(unit));
    setDraft((old) => inDegrees(old, unit));
  };
  const shopUnit = useShopUnit();
  const [source, setSource] = useState(() => emptySource(shopUnit));
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
  const kit = fieldKit(draft, set, wrong);
  const { field, choose, several } = kit;
  const cover = 'fields' in read ? read.fields.sheet.coverScrews : null;
  return (
    <PageFrame
      className="family-form"
      title={base === null ? 'Add a family' : `Edit ${base.code}`}
      up={
        base === null
          ? { to: '/families', name: 'Families' }
          : { to: `/families/${encodeURIComponent(base.code)}`, name: base.code }
      }
      sentence={
        <p className="counted">Marked like this: the program calculates with it. Everything else is only shown.</p>
      }
    >
      <BaseNote family={base} model={model} asVariant={asVariant} />
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
            {choose('adjusterKind', 'Adjuster', optionsOf(ADJUSTER_WORDS))}
          </div>
        </section>
        {base === null && (
          <section aria-label="Spec and its source">
            <h2>Spec and its source</h2>
            {asVariant && model !== null && (
              <p className="muted">Leave this empty and the spec is the one in use for {model.code}.</p>
            )}
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
                onChange={({ target }) => set({ temperature: target.value as FamilyDraft['temperature'] })}
                options={[
                  { value: 'cold', label: 'cold' },
                  { value: 'warm', label: 'warm' },
                  { value: 'not-stated', label: 'not stated' },
                ]}
              />
              {wrongAt('temperature')}
            </div>
            {draft.temperature === 'not-stated' ? null : draft.temperature === 'cold' ? (
              <>
                {field('belowC', 'Below, if the source gives a figure', { mono: true, suffix: draft.degrees })}
                {field('restHours', 'Rests at least, if the source says so', { mono: true, suffix: 'h' })}
              </>
            ) : (
              <>
                {field('fromC', 'From, if the source gives a figure', { mono: true, suffix: draft.degrees })}
                {field('toC', 'To', { mono: true, suffix: draft.degrees })}
              </>
            )}
            <div>
              <span className="as-label">Degrees</span>
              <DegreesSwitch value={draft.degrees} onChange={readDegrees} />
            </div>
            {several('positions', 'Ways to find the position, the preferred one first', EVERY_POSITION, 'not stated')}
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
          <Checkbox checked={draft.noInterval} onChange={({ target }) => set({ noInterval: target.checked })}>
            No interval, on purpose (such as hydraulic adjusters): it never comes due by itself
          </Checkbox>
          {problem?.fields.noInterval && <p className="field-wrong">{problem.fields.noInterval}</p>}
        </section>
        <DetailFields kit={kit} draft={draft} set={set} coverScrews={cover} />
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
    </PageFrame>
  );
}

/** What a family stands on, and what saving means for others. */
function BaseNote({ family, model, asVariant }: FamilyFormProps) {
  const on = family?.baseCode ?? (asVariant ? (model?.code ?? null) : null);
  if (on !== null)
    return (
      <p className="muted">
        A variant of <Link to={`/families/${encodeURIComponent(on)}`}>{on}</Link>. Change only what differs: everything
        else follows when {on} changes.
      </p>
    );
  return model === null ? null : <p className="muted">Copied from {model.code}. Nothing follows from there.</p>;
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
