import { Alert, Button } from 'antd';
import { useRef } from 'react';
import { Link } from 'react-router';
import {
  newId,
  problemOf,
  useAdjustingQuery,
  useFollowUpsOfUnitQuery,
  useUnitStatusQuery,
  useStartCheckMutation,
  type UnitDto,
} from '../../shared/api/index.ts';
import {
  TEMPERATURE_WORDS,
  followUpText,
  itemText,
  rangeText,
  reasonText,
  turnItText,
} from '../../shared/format/index.ts';
import { useShopUnit } from '../../shared/preferences/index.ts';
import { useMay } from '../../shared/me/index.ts';
import { type Begun, keepBegun } from './draft/begun.ts';
import { Key, OpenProblems, PageFrame, ProblemNote, ReadingForm, useKeys } from '../../shared/ui/index.ts';

interface StartPanelProps {
  readonly unit: UnitDto;
  /** Starts the check on this device while the server is away; it is sent later. */
  readonly begin: (begun: Begun) => void;
}

/** Shown before the check begins: the reasons of the unit's status, and the requirements of its engine. */
export function StartPanel({ unit: subject, begin: beginHere }: StartPanelProps) {
  const { tag, kind, family, note, noMeter } = subject;
  const unit = useShopUnit();
  const { data: status } = useUnitStatusQuery({ tag });
  const [start, { isLoading, error }] = useStartCheckMutation();
  // One id for each start, so that a repeated request opens one check.
  const id = useRef(newId());
  const begin = async (): Promise<void> => {
    const { error: failed } = await start({ tag, startCheckDto: { id: id.current } });
    if (problemOf(failed)?.status !== 'no-answer') return;
    const begun = { id: id.current, at: new Date().toISOString() };
    keepBegun(tag, begun);
    beginHere(begun);
  };
  const mayStart = useMay('startCheck');
  useKeys(mayStart ? [{ key: 'Enter', what: 'Start the check', run: () => void begin() }] : []);
  return (
    <PageFrame
      className="start-panel"
      title={
        <>
          <span className="mono">{tag}</span> {kind}, {family.code}
        </>
      }
      sentence={
        status?.reasons[0] && <p className="start-why">{reasonText(status.reasons[0], unit, family.cylinders)}.</p>
      }
      actions={
        <>
          <Link to={`/units/${encodeURIComponent(tag)}`}>Its page</Link>
          <Link to={`/units/${encodeURIComponent(tag)}/work-sheet`}>Work sheet on paper</Link>
          {mayStart && (
            <Button type="primary" size="large" loading={isLoading} onClick={() => void begin()} autoFocus>
              Start the check <Key name="Enter" />
            </Button>
          )}
        </>
      }
    >
      <ProblemNote problem={problemOf(error)} />
      <OpenProblems tag={tag} atBench />
      <LeftBefore tag={tag} />
      {note !== '' && <p className="start-note">{note}</p>}
      <Warnings family={family} />
      <Facts unit={subject} />
      {mayStart && !noMeter && <ReadingForm tag={tag} />}
      <p className="muted">
        Follow the maker’s manual. {mayStart ? 'Everything is saved as you go.' : 'A technician starts the check.'}
      </p>
    </PageFrame>
  );
}

/** Open follow-ups of the unit. */
function LeftBefore({ tag }: { readonly tag: string }) {
  const { data: followUps = [] } = useFollowUpsOfUnitQuery({ tag });
  const open = followUps.filter(({ closedAt }) => closedAt === null);
  return open.length === 0 ? null : (
    <ul className="open-problems">
      {open.map((each) => (
        <li key={each.id}>
          <b>Left to be done:</b> {followUpText(each)}
        </li>
      ))}
    </ul>
  );
}

const Ready = ({ label, items }: { readonly label: string; readonly items: readonly string[] }) =>
  items.length === 0 ? null : (
    <div>
      <dt>{label}</dt>
      <dd>{items.join(' · ')}</dd>
    </div>
  );

/** Requirements of the engine, from its sheet and the particulars of this machine. */
function Facts({ unit: { family, particulars } }: { readonly unit: UnitDto }) {
  const unit = useShopUnit();
  const usualMinutes = useAdjustingQuery({ id: family.id }).data?.usualMinutes;
  return (
    <dl className="start-facts">
      <div>
        <dt>Spec, {TEMPERATURE_WORDS[family.temperature]}</dt>
        <dd>
          {family.windows === null
            ? 'no spec in use'
            : `intake ${rangeText(family.windows.intake.minMm, family.windows.intake.maxMm, unit)}, exhaust ${rangeText(family.windows.exhaust.minMm, family.windows.exhaust.maxMm, unit)}`}
        </dd>
      </div>
      <div>
        <dt>Engine</dt>
        <dd>{family.temperatureRecipe}</dd>
      </div>
      <div>
        <dt>Position</dt>
        <dd>{family.positionRecipe || (family.positions.length === 0 && 'not stated: say it at the bench')}</dd>
      </div>
      <div>
        <dt>Adjuster</dt>
        <dd>{family.adjuster}</dd>
      </div>
      <Ready label="Mark" items={family.sheet.mark === '' ? [] : [family.sheet.mark]} />
      <Ready label="To turn it" items={turnItText(family) === '' ? [] : [turnItText(family)]} />
      <Ready
        label="Usually takes"
        items={typeof usualMinutes === 'number' ? [`about ${usualMinutes} minutes, by the last checks`] : []}
      />
      <Ready label="Tools" items={family.sheet.tools.map(itemText)} />
      <Ready label="Parts" items={[...family.sheet.parts.map(itemText), ...particulars.parts]} />
      <Ready label="In the way" items={particulars.obstacle === '' ? [] : [particulars.obstacle]} />
      <Ready label="Access" items={particulars.access === '' ? [] : [particulars.access]} />
    </dl>
  );
}

const Warnings = ({ family }: Pick<UnitDto, 'family'>) => (
  <>
    {family.dealerOnly && (
      <Alert
        type="warning"
        title="The maker leaves this work to authorized dealers."
        description="Make sure your shop may do it before you open the engine."
      />
    )}
    {family.windows === null && (
      <Alert
        type="warning"
        title={`No spec is in use for ${family.code}.`}
        description="Gaps are saved as you gauge them. They can be evaluated once a source is in use for this family."
      />
    )}
  </>
);
