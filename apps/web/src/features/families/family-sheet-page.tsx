import { Alert, Button } from 'antd';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { makeSafeFor, mm } from '@sturdy-shim/core';
import {
  type RevisionDto,
  problemOf,
  useFamilyQuery,
  useListBladeSetsQuery,
  useRevisionsOfFamilyQuery,
  type FamilyDto,
} from '../../shared/api/index.ts';
import {
  ADJUSTER_WORDS,
  makeSafeText,
  POSITION_WORDS,
  RELEASE_WORDS,
  SEAL_WORDS,
  FLOW_WORDS,
  gaugedText,
  temperatureFigures,
  TURN_BY_WORDS,
  shimsText,
  dayText,
  hoursText,
  yearDayText,
  today,
  FUEL_WORDS,
  meaningText,
} from '../../shared/format/index.ts';
import { CoverDrawing, CrankDrawing, ValveLayout } from '../../shared/drawings/index.ts';
import { useMay } from '../../shared/me/index.ts';
import { usePreferences } from '../../shared/preferences/index.ts';
import { Key, PageFrame, useKeys, useTitle } from '../../shared/ui/index.ts';
import { SheetItems, SheetTorques, VariantLine, WhatATurnDoes } from './sheet-parts.tsx';
import { SourceForm } from './source-form.tsx';
import { SourcesList } from './sources-list.tsx';
import { InUseForm } from './in-use-form.tsx';
import { SheetRules } from './rules/sheet-rules.tsx';
import { WindowsAgainstBlades } from './windows-against-blades.tsx';
import './families.css';
import './sheet-on-paper.css';

interface SheetPartProps {
  readonly family: FamilyDto;
}

/** The sheet of one family, printable for the bench. */
export function FamilySheetPage() {
  const { code = '' } = useParams();
  useTitle(code);
  const { data: family, error, refetch } = useFamilyQuery({ code });
  const { data: revisions = [] } = useRevisionsOfFamilyQuery({ id: family?.id ?? '' }, { skip: family === undefined });
  const mayChange = useMay('changeFamily');
  const [adding, setAdding] = useState(false);
  const [deciding, setDeciding] = useState<string | null | undefined>(undefined);
  const navigate = useNavigate();
  const edit = (): void => void navigate(`/families/${encodeURIComponent(code)}/edit`);
  useKeys([
    ...(mayChange ? [{ key: 'e', what: 'Edit the sheet', run: edit }] : []),
    { key: 'p', what: 'Print the sheet', run: () => window.print() },
  ]);
  if (family === undefined)
    return problemOf(error)?.code === 'no-such-family' ? (
      <PageFrame title={`No family is called ${code}.`} sentence="Choose one from the list of families." />
    ) : (
      <PageFrame
        title={code}
        asked={{ what: 'This family', data: family, error, retry: () => void refetch(), lines: 12 }}
      />
    );
  return (
    <PageFrame
      className="sheet"
      title={family.code}
      sentence={
        <>
          {engineText(family)}
          <VariantLine family={family} />
          <p className="print-only">
            Revision {family.revision}, printed {dayText(today())}: what is in use may have changed since.
          </p>
        </>
      }
      actions={<SheetActions family={family} mayChange={mayChange} edit={edit} />}
    >
      {family.dealerOnly && (
        <Alert
          type="warning"
          title="The maker leaves this work to authorized dealers."
          description="Make sure your shop may do it before an engine is opened."
        />
      )}
      <Spec family={family} />
      <div className="sheet-columns">
        <ValvesAndPosition family={family} />
        <AdjusterAndInterval family={family} />
        <ReadyAndSafe family={family} />
      </div>
      <WhatItMeans family={family} />
      <SourcesList family={family} mayDecide={mayChange} decide={setDeciding} add={() => setAdding(true)} />
      {revisions.length > 0 && <Revisions revisions={revisions} />}
      {adding && <SourceForm family={family} close={() => setAdding(false)} />}
      {deciding !== undefined && <InUseForm family={family} sourceId={deciding} close={() => setDeciding(undefined)} />}
    </PageFrame>
  );
}

const Fact = ({ label, words }: { readonly label: string; readonly words: string }) =>
  words === '' ? null : (
    <p>
      <span className="muted">{label}: </span>
      {words}
    </p>
  );

function intervalText(family: FamilyDto): string {
  const { intervalHours, intervalMonths, breakInHours, seasonDay } = family;
  const parts = [
    breakInHours !== null && `first at ${hoursText(breakInHours)}`,
    intervalHours !== null && `every ${hoursText(intervalHours)}`,
    intervalMonths !== null && `${intervalHours === null ? 'every' : 'or'} ${intervalMonths} months`,
    seasonDay !== null && `each year before ${yearDayText(seasonDay)}`,
  ].filter(Boolean);
  return parts.length === 0
    ? family.noInterval
      ? 'None, on purpose: nothing comes due on its own.'
      : 'Not stated: its units wait on the yard until a lead gives an interval, or says there is none.'
    : `${parts.join(', ')}${[intervalHours, intervalMonths, seasonDay].filter((each) => each !== null).length > 1 ? ', whichever comes first' : ''}.`;
}

/** Identification of the valves, gauging position, and turning the engine. */
function ValvesAndPosition({ family }: SheetPartProps) {
  const { sheet, strokeMm, rodMm } = family;
  return (
    <section aria-labelledby="valves">
      <h2 id="valves">Valves and position</h2>
      <ValveLayout family={family} />
      <ol className="sheet-positions">
        {family.positions.map((position) => (
          <li key={position}>{POSITION_WORDS[position]}</li>
        ))}
      </ol>
      {family.positions.length === 0 && <p className="muted">Where it is gauged: not stated.</p>}
      <p>{family.positionRecipe}</p>
      <Fact label="Timing mark" words={sheet.mark} />
      <h2>How to turn it</h2>
      {sheet.turnBy === null && sheet.rotation === '' && <p className="muted">Not noted yet.</p>}
      <Fact label="By" words={sheet.turnBy === null ? '' : TURN_BY_WORDS[sheet.turnBy]} />
      <Fact label="Direction" words={sheet.rotation} />
      <Fact label="Release first" words={sheet.releaseFirst.map((each) => RELEASE_WORDS[each]).join(', ')} />
      <Fact label="Valves are worked" words={sheet.usualFlow === null ? '' : FLOW_WORDS[sheet.usualFlow]} />
      <Fact label="Compression release" words={sheet.compressionRelease} />
      {strokeMm !== null && rodMm !== null && (
        <CrankDrawing crank={{ strokeMm: mm(strokeMm), rodMm: mm(rodMm) }} degrees={0} />
      )}
    </section>
  );
}

/** Adjuster, interval, and closing up. */
function AdjusterAndInterval({ family }: SheetPartProps) {
  const { sheet } = family;
  return (
    <section aria-labelledby="adjuster">
      <h2 id="adjuster">Adjuster</h2>
      <p>
        <b>{ADJUSTER_WORDS[family.adjusterKind]}</b>
      </p>
      {family.adjuster.toLowerCase() !== ADJUSTER_WORDS[family.adjusterKind].toLowerCase() && <p>{family.adjuster}</p>}
      <Fact label="Shims" words={shimsText(sheet)} />
      <WhatATurnDoes family={family} />
      <h2>Interval</h2>
      <p>{intervalText(family)}</p>
      <Fact label="In the year" words={sheet.season} />
      {(sheet.seal !== null || sheet.sealNote !== '' || sheet.torques.length > 0 || sheet.coverScrews !== null) && (
        <h2>Close up</h2>
      )}
      <Fact
        label="Cover seal"
        words={[
          sheet.seal && SEAL_WORDS[sheet.seal],
          sheet.sealNote,
          sheet.sealCureHours !== null && `wait ${sheet.sealCureHours} h before oil and running`,
        ]
          .filter(Boolean)
          .join('; ')}
      />
      {sheet.coverScrews !== null && <CoverDrawing screws={sheet.coverScrews} />}
      <SheetTorques torques={sheet.torques} />
      <SheetRules family={family} />
    </section>
  );
}

/** Tools, parts, and cautions. */
function ReadyAndSafe({ family }: SheetPartProps) {
  const { sheet } = family;
  return (
    <section aria-labelledby="ready">
      <h2 id="ready">Have ready</h2>
      {sheet.bladeShape !== null && <p>Blades: {sheet.bladeShape === 'narrow' ? 'narrow point' : sheet.bladeShape}</p>}
      <SheetItems title="Tools" items={sheet.tools} />
      <SheetItems title="Parts and fasteners" items={sheet.parts} />
      {sheet.tools.length + sheet.parts.length === 0 && sheet.bladeShape === null && (
        <p className="muted">Nothing noted yet.</p>
      )}
      <h2>Make safe</h2>
      <ul>
        {(sheet.makeSafe.length > 0 ? sheet.makeSafe : makeSafeFor(sheet.fuel)).map((each) => (
          <li key={each}>{makeSafeText(each, family.sheet)}</li>
        ))}
      </ul>
      <h2>Cautions</h2>
      <ul className="sheet-cautions">
        {family.cautions.map((caution) => (
          <li key={caution}>{caution}</li>
        ))}
        <li>Follow the maker’s manual and local codes. They come before this sheet.</li>
      </ul>
      <Fact label="Stamped like" words={family.stampingPattern.replaceAll('\n', ', ')} />
    </section>
  );
}

function WhatItMeans({ family: { sheet } }: SheetPartProps) {
  return (
    <section aria-labelledby="meaning">
      <h2 id="meaning">
        What it means <span className="muted">for an owner who asks; common practice, the maker goes first</span>
      </h2>
      <p>
        <b className="words-tight">Tight.</b> {meaningText('tight', sheet.fuel, sheet.compressionRelease !== '')}
      </p>
      <p>
        <b className="words-loose">Loose.</b> {meaningText('loose', sheet.fuel, sheet.compressionRelease !== '')}
      </p>
    </section>
  );
}

/** The spec against the blades of the shop. */
function Spec({ family }: SheetPartProps) {
  const { temperature } = usePreferences();
  const { data: sets = [] } = useListBladeSetsQuery();
  return (
    <section className="sheet-windows" aria-labelledby="windows">
      <h2 id="windows">
        Spec, {gaugedText(family.temperature)}
        <span className="muted">
          {' '}
          {temperatureFigures(family, temperature)}
          {family.restHours !== null && `, rested ${family.restHours} h`}
        </span>
      </h2>
      {family.windows === null ? (
        <p className="words-undecided">No source is in use: gaps are saved, not evaluated.</p>
      ) : (
        <WindowsAgainstBlades
          rules={family.rules}
          windows={family.windows}
          sets={sets.filter(({ active }) => active)}
        />
      )}
      {family.temperatureRecipe !== '' && <p>{family.temperatureRecipe}</p>}
    </section>
  );
}

const engineText = ({ layout, cylinders, sheet }: FamilyDto): string =>
  [layout, sheet.fuel && FUEL_WORDS[sheet.fuel], `${cylinders} ${cylinders === 1 ? 'cylinder' : 'cylinders'}`]
    .filter(Boolean)
    .join(' · ');

interface ActionsProps extends SheetPartProps {
  readonly mayChange: boolean;
  readonly edit: () => void;
}

function SheetActions({ family, mayChange, edit }: ActionsProps) {
  const mayReadAuditLog = useMay('auditLog');
  return (
    <>
      {mayChange && <Link to={`/families/new?copy=${encodeURIComponent(family.code)}`}>Copy</Link>}
      {mayChange && family.baseCode === null && (
        <Link to={`/families/new?as=${encodeURIComponent(family.code)}`}>Add a variant</Link>
      )}
      <Link to={`/register?family=${encodeURIComponent(family.code)}`}>Its units</Link>
      {mayReadAuditLog && <Link to={`/audit-log?family=${encodeURIComponent(family.code)}`}>History</Link>}
      <Button onClick={() => window.print()}>
        Print <Key name="p" />
      </Button>
      {mayChange && (
        <Button type="primary" onClick={edit}>
          Edit the sheet <Key name="e" />
        </Button>
      )}
    </>
  );
}

const Revisions = ({ revisions }: { readonly revisions: readonly RevisionDto[] }) => (
  <section aria-labelledby="revisions" className="no-print">
    <h2 id="revisions">What was in use, and why it changed</h2>
    <ol className="sheet-revisions">
      {revisions.map(({ revision, reason, madeBy, madeAt }) => (
        <li key={revision}>
          <b>Revision {revision}</b> {reason}{' '}
          <span className="muted">
            {madeBy}, {dayText(madeAt)}
          </span>
        </li>
      ))}
    </ol>
  </section>
);
