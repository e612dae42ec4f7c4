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
  type Problem,
  type RulesDto,
} from '../../../shared/api/index.ts';
import { dayText } from '../../../shared/format/index.ts';
import { useMay } from '../../../shared/me/index.ts';
import { NOT_DONE, PageFrame, ShopField, ShopForm, renamed, unreadable, useTitle } from '../../../shared/ui/index.ts';
import { StatusChanges } from '../status-changes.tsx';
import { type RulesDraft, draftOf, ownOf } from './rules-draft.ts';
import { LocalePanel } from './locale-panel.tsx';
import { GapUnitPanel } from './gap-unit-panel.tsx';
import { ZonePanel } from './zone-panel.tsx';
import { RulesFields } from './rules-fields.tsx';
import '../families.css';
import './rules.css';

/** The rules of the whole shop, or of one family. */
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

interface Typed extends RulesDraft {
  readonly reason: string;
}

/** Preview first, then save with a reason. */
function RulesForm({ rules, family }: { readonly rules: RulesDto; readonly family: FamilyDto | null }) {
  const may = useMay('changeShopRules');
  const [initial] = useState((): Typed => ({ ...draftOf(rules.own), reason: '' }));
  const [touched, setTouched] = useState(false);
  const id = useRef(newId());
  const [preview, previewing] = usePreviewShopRulesMutation();
  const [change] = useChangeShopRulesMutation();
  const familyId = family?.id ?? null;
  const previewed = previewing.data !== undefined;
  const send = async ({ reason, ...draft }: Typed): Promise<Problem | null | typeof NOT_DONE> => {
    const read = ownOf(draft);
    if (!read.ok) return unreadable(read.wrong);
    const said = { familyId, own: read.own };
    const { error } = previewed
      ? await change({ changeRulesDto: { id: id.current, ...said, number: rules.number, reason: reason.trim() } })
      : await preview({ previewRulesDto: said });
    return renamed(problemOf(error), fieldOfForm) ?? (previewed ? null : NOT_DONE);
  };
  const fields = (
    <RulesFields
      initial={initial}
      inherited={rules.inherited}
      inheritedFrom={family === null ? 'default' : 'shop rule'}
      readOnly={!may}
    />
  );
  return (
    <>
      <ShopForm
        name="rules"
        guarded
        large
        className="rules-form"
        initial={initial}
        send={send}
        submit={may ? (previewed ? 'Use these rules from now on' : 'Preview the change') : null}
        disabled={!touched}
        changed={setTouched}
        // The preview is stale, because the rules were changed.
        edited={(changed) => !('reason' in changed) && previewing.reset()}
        below={previewed && <Decision preview={previewing.data} />}
        beside={({ dirty, undo }) =>
          dirty && (
            <Button
              onClick={() => {
                undo();
                previewing.reset();
              }}
            >
              Undo
            </Button>
          )
        }
      >
        {fields}
      </ShopForm>
      <History rules={rules} />
    </>
  );
}

/** The DTO path of a figure within its rule. */
const INSIDE: Readonly<Record<string, keyof RulesDraft>> = {
  'target.share': 'share',
  'target.targetMm': 'targetMm',
  'target.outsideReason': 'outsideReason',
  'decision.atLeast': 'atLeast',
  'upperEdge.atMostMm': 'atMostMm',
};
function fieldOfForm(field: string): string {
  const own = field.replace(/^own\./, '');
  return INSIDE[own] ?? own;
}

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

/** The units whose status changes, and the reason of the decision. */
const Decision = ({ preview }: { readonly preview: Parameters<typeof StatusChanges>[0]['preview'] }) => (
  <>
    <StatusChanges preview={preview} problem={null} />
    <ShopField name="reason" label="Why" needed="Say why: it stays beside the change.">
      <Input.TextArea rows={2} maxLength={TEXT_LIMITS.ChangeRulesDto.reason} autoFocus />
    </ShopField>
  </>
);
