import { keysOf } from '@sturdy-shim/core';
import { Form } from 'antd';
import { useRef, useState } from 'react';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import {
  type FamilyDto,
  type Problem,
  newId,
  problemOf,
  useChangeFamilyMutation,
  useEnterFamilyMutation,
  useFamilyQuery,
} from '../../shared/api/index.ts';
import { useMay } from '../../shared/me/index.ts';
import { usePreferences, useShopUnit } from '../../shared/preferences/index.ts';
import {
  type BothVersions,
  PageFrame,
  ShopForm,
  isStale,
  renamed,
  unreadable,
  useBaseVersion,
  useTitle,
} from '../../shared/ui/index.ts';
import { type FamilyDraft, copiedFrom, draftOf, fieldsOf } from './family-draft.ts';
import { FamilyFields } from './family-form-fields.tsx';
import { type TypedSource, emptySource, missingOf, sourceOf } from './source-fields.tsx';
import './families.css';

/** Creates a family from its manual, or edits its sheet. Only the fields at the top are required. */
export function FamilyFormPage() {
  const { code } = useParams();
  const may = useMay('changeFamily');
  // A new family may begin as a copy or a variant of another.
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

interface FamilyFormProps {
  /** The family that is edited; null for a new one. */
  readonly family: FamilyDto | null;
  /** The family to copy, or the base of a variant. */
  readonly model: FamilyDto | null;
  readonly asVariant: boolean;
}

/** The form values of a family, and the source of a new one. */
interface Typed extends FamilyDraft {
  readonly source: TypedSource;
}

function FamilyForm({ family, model, asVariant }: FamilyFormProps) {
  const [form] = Form.useForm<Typed>();
  const { temperature } = usePreferences();
  const shopUnit = useShopUnit();
  const [initial] = useState((): Typed => ({
    ...(model === null ? draftOf(family, temperature) : copiedFrom(model, asVariant, temperature)),
    source: emptySource(shopUnit),
  }));
  const { base, refused, panel } = useBaseVersion<FamilyDto, Typed>({
    form,
    opened: family,
    fact: 'family',
    what: 'this family',
    valuesOf: (stored) => ({ ...draftOf(stored, temperature), source: initial.source }),
    both: bothOf,
  });
  const save = useSave(base);
  const navigate = useNavigate();
  const [code, setCode] = useState(family?.code);
  const send = async (values: Typed): Promise<Problem | null> => {
    const { problem, saved } = await save(values);
    if (problem !== null) refused(problem, values);
    setCode(saved?.code);
    return problem;
  };
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
      <ShopForm
        name="family"
        form={form}
        guarded
        large
        className="wide"
        initial={initial}
        send={send}
        submit={base === null ? 'Add' : 'Save'}
        ownProblem={isStale}
        below={panel}
        beside={<Link to={base === null ? '/families' : `/families/${encodeURIComponent(base.code)}`}>Cancel</Link>}
        then={() => code !== undefined && void navigate(`/families/${encodeURIComponent(code)}`)}
      >
        <FamilyFields initial={initial} source={base === null} variantOf={asVariant ? (model?.code ?? null) : null} />
      </ShopForm>
    </PageFrame>
  );
}

interface Saved {
  readonly problem: Problem | null;
  readonly saved?: FamilyDto;
}

/** Converts the form values and sends them. Unreadable values are refused at their fields before sending. */
function useSave(base: FamilyDto | null): (values: Typed) => Promise<Saved> {
  const ids = useRef({ family: newId(), source: newId() });
  const [enter] = useEnterFamilyMutation();
  const [change] = useChangeFamilyMutation();
  return async ({ source: typed, ...draft }) => {
    const read = fieldsOf(draft);
    const started = base === null && isStarted(typed);
    const source = started ? sourceOf(ids.current.source, typed) : null;
    const wrong = {
      ...(!read.ok && read.wrong),
      ...(started &&
        Object.fromEntries(Object.entries(missingOf(typed)).map(([field, words]) => [`source.${field}`, words]))),
    };
    if (!read.ok || Object.keys(wrong).length > 0) return { problem: unreadable(wrong) };
    const { data, error } =
      base === null
        ? await enter({ newFamilyDto: { id: ids.current.family, ...read.fields, ...(source && { source }) } })
        : await change({ id: base.id, changeFamilyDto: { ...read.fields, version: base.version } });
    return { problem: renamed(problemOf(error), fieldOfForm), ...(data && { saved: data }) };
  };
}

const isStarted = ({ saidBy, intake }: TypedSource): boolean => saidBy !== '' || Object.keys(intake.figures).length > 0;

/** The form's name of a DTO field: the form is flat. */
const OTHERWISE: Readonly<Record<string, string>> = {
  turning: 'pitchMm',
  'turning.pitchMm': 'pitchMm',
  'turning.rockerRatio': 'rockerRatio',
  'coverScrews.count': 'coverCount',
  'coverScrews.long': 'coverLong',
  'coverScrews.order': 'coverOrder',
  coverScrews: 'coverCount',
};
function fieldOfForm(field: string): string {
  const own = field.replace(/^sheet\./, '');
  return OTHERWISE[own] ?? own;
}

/** The base of a family, and the effect of saving on its variants. */
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

const bothOf = (mine: Typed, stored: Typed): BothVersions[] =>
  keysOf(draftOf(null)).map((name) => ({
    label: wordsOf(name),
    mine: shown(mine[name]),
    stored: shown(stored[name]),
  }));

/** `breakInHours` as people read it. */
const wordsOf = (name: string): string => name.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);

const shown = (value: FamilyDraft[keyof FamilyDraft]): string =>
  typeof value === 'object' ? JSON.stringify(value) : String(value);
