import { Button, Input } from 'antd';
import { useRef, useState } from 'react';
import { Link, useParams } from 'react-router';
import {
  TEXT_LIMITS,
  newId,
  problemOf,
  useChangeShopRulesMutation,
  useFamilyQuery,
  useShopRulesQuery,
  usePreviewShopRulesMutation,
  type FamilyDto,
  type RulesDto,
} from '../../../shared/api/index.ts';
import { dayText } from '../../../shared/format/index.ts';
import { useMay } from '../../../shared/me/index.ts';
import { PageFrame, ProblemNote, useTitle } from '../../../shared/ui/index.ts';
import { StatusChanges } from '../status-changes.tsx';
import { type RulesDraft, draftOf, ownOf } from './rules-draft.ts';
import { LocalePanel } from './locale-panel.tsx';
import { GapUnitPanel } from './gap-unit-panel.tsx';
import { ZonePanel } from './zone-panel.tsx';
import { RulesFields } from './rules-fields.tsx';
import '../families.css';
import './rules.css';

/** The shop rules: of the whole shop, or where one family differs. */
export function RulesPage() {
  const { code } = useParams();
  const family = useFamilyQuery({ code: code ?? '' }, { skip: code === undefined });
  const forAll = code === undefined;
  useTitle(forAll ? 'Shop rules' : `Shop rules for ${code}`);
  const rules = useShopRulesQuery(family.data === undefined ? {} : { familyId: family.data.id }, {
    skip: !forAll && family.data === undefined,
  });
  const error = family.error ?? rules.error;
  const { data } = rules;
  return (
    <PageFrame
      className="rules"
      title={forAll ? 'Shop rules' : `Shop rules for ${code}`}
      up={forAll ? { to: '/families', name: 'Families' } : { to: `/families/${encodeURIComponent(code)}`, name: code }}
      sentence="What the shop decides where practice differs or a source says nothing. A rule never changes a maker’s figure. Signed checks keep the rules they were evaluated by."
      actions={!forAll && <Link to="/families/shop-rules">Rules for the whole shop</Link>}
      asked={{
        what: 'The shop rules',
        data,
        error,
        retry: () => [family, rules].forEach((each) => !each.isUninitialized && void each.refetch()),
        lines: 9,
      }}
    >
      {data !== undefined && (
        <RulesForm key={`${code ?? ''}:${data.number}`} rules={data} family={family.data ?? null} />
      )}
      {forAll && <ZonePanel />}
      {forAll && <LocalePanel />}
      {forAll && <GapUnitPanel />}
    </PageFrame>
  );
}

/** Looked at first, decided with a reason then. */
function RulesForm({ rules, family }: { readonly rules: RulesDto; readonly family: FamilyDto | null }) {
  const may = useMay('changeShopRules');
  const [draft, setDraft] = useState(() => draftOf(rules.own));
  const [own, setOwn] = useState<Readonly<Partial<Record<keyof RulesDraft, string>>>>({});
  const [reason, setReason] = useState('');
  const id = useRef(newId());
  const [preview, previewing] = usePreviewShopRulesMutation();
  const [change, changing] = useChangeShopRulesMutation();
  const problem = problemOf(changing.error ?? previewing.error);
  const familyId = family?.id ?? null;
  const touched = JSON.stringify(draft) !== JSON.stringify(draftOf(rules.own));
  const previewed = previewing.data !== undefined;

  const set = (next: Partial<RulesDraft>): void => {
    // What was previewed is not what is typed now.
    previewing.reset();
    changing.reset();
    setOwn({});
    setDraft((old) => ({ ...old, ...next }));
  };
  const send = async (): Promise<void> => {
    const read = ownOf(draft);
    setOwn('wrong' in read ? read.wrong : {});
    if ('wrong' in read) return;
    if (previewed)
      await change({
        changeRulesDto: { id: id.current, familyId, own: read.own, number: rules.number, reason: reason.trim() },
      });
    else await preview({ previewRulesDto: { familyId, own: read.own } });
  };
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        void send();
      }}
    >
      <RulesFields
        draft={draft}
        change={set}
        inherited={rules.inherited}
        inheritedFrom={family === null ? 'default' : 'shop rule'}
        wrong={(name) => own[name] ?? problem?.fields[WIRE_NAMES[name] ?? `own.${name}`]}
        readOnly={!may}
      />
      {may && previewed && <StatusChanges preview={previewing.data} problem={null} />}
      {may && previewed && (
        <div className="rules-reason">
          <label htmlFor="rules-reason">Why</label>
          <Input.TextArea
            id="rules-reason"
            rows={2}
            maxLength={TEXT_LIMITS.ChangeRulesDto.reason}
            autoFocus
            value={reason}
            onChange={({ target }) => setReason(target.value)}
          />
        </div>
      )}
      <ProblemNote problem={problem} />
      {may && (
        <p className="form-acts">
          <Button
            type="primary"
            size="large"
            htmlType="submit"
            loading={previewing.isLoading || changing.isLoading}
            disabled={!touched || (previewed && reason.trim() === '')}
          >
            {previewed ? 'Use these rules from now on' : 'Preview the change'}
          </Button>
          {touched && <Button onClick={() => set(draftOf(rules.own))}>Undo</Button>}
        </p>
      )}
      <History rules={rules} />
    </form>
  );
}

/** Where the wire keeps a figure inside its rule. */
const WIRE_NAMES: Readonly<Partial<Record<keyof RulesDraft, string>>> = {
  share: 'own.target.share',
  targetMm: 'own.target.targetMm',
  atLeast: 'own.decision.atLeast',
};

const History = ({ rules: { changes } }: { readonly rules: RulesDto }) =>
  changes.length === 0 ? (
    <p className="muted">Never changed.</p>
  ) : (
    <section aria-labelledby="rules-history">
      <h2 id="rules-history">Changes</h2>
      <ol className="sheet-revisions">
        {changes.map(({ number, reason, madeBy, madeAt }) => (
          <li key={number}>
            {reason}{' '}
            <span className="muted">
              {madeBy}, {dayText(madeAt)}
            </span>
          </li>
        ))}
      </ol>
    </section>
  );
