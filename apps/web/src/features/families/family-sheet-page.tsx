import { Alert, Button } from 'antd';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { fromNewtonMetres, gapPerTurn, mm, toNewtonMetres } from '@sturdy-shim/core';
import {
  problemOf,
  useFamilyQuery,
  useListBladeSetsQuery,
  useRevisionsOfFamilyQuery,
  type FamilyDto,
} from '../../shared/api/index.ts';
import {
  ADJUSTER_WORDS,
  POSITION_WORDS,
  SEAL_WORDS,
  dayText,
  gapText,
  hoursText,
  temperatureText,
  yearDayText,
  today,
  FUEL_WORDS,
} from '../../shared/format/index.ts';
import { CrankDrawing } from '../../shared/marks/index.ts';
import { useMay } from '../../shared/me/index.ts';
import { usePreferences, useShopUnit } from '../../shared/preferences/index.ts';
import { Key, Pending, ProblemNote, useKeys, useTitle } from '../../shared/ui/index.ts';
import { SourceForm } from './source-form.tsx';
import { SourcesList } from './sources-list.tsx';
import { InUseForm } from './in-use-form.tsx';
import { SheetRules } from './rules/sheet-rules.tsx';
import { ValveLayout } from './valve-layout.tsx';
import { WindowsAgainstBlades } from './windows-against-blades.tsx';
import './families.css';
import './sheet-on-paper.css';

/** One family on one sheet, fit to be pinned above the bench. */
export function FamilySheetPage() {
  const { code = '' } = useParams();
  useTitle(code);
  const unit = useShopUnit();
  const { temperature } = usePreferences();
  const { data: family, error, refetch } = useFamilyQuery({ code });
  const { data: sets = [] } = useListBladeSetsQuery();
  const { data: revisions = [] } = useRevisionsOfFamilyQuery({ id: family?.id ?? '' }, { skip: family === undefined });
  const mayChange = useMay('changeFamily');
  const mayReadAuditLog = useMay('auditLog');
  const [adding, setAdding] = useState(false);
  const [deciding, setDeciding] = useState<string | null | undefined>(undefined);
  const navigate = useNavigate();
  const edit = (): void => void navigate(`/families/${encodeURIComponent(code)}/edit`);
  useKeys([
    ...(mayChange ? [{ key: 'e', what: 'Edit the sheet', run: edit }] : []),
    { key: 'p', what: 'Print the sheet', run: () => window.print() },
  ]);
  if (error && family === undefined) {
    const problem = problemOf(error);
    return (
      <main className="page-note">
        <h1>
          {problem?.code === 'no-such-family'
            ? `No family is called ${code}.`
            : 'This family cannot be shown right now.'}
        </h1>
        <ProblemNote problem={problem} retry={() => void refetch()} />
        <Link to="/families">Back to the families</Link>
      </main>
    );
  }
  if (family === undefined) return <Pending lines={12} />;
  const { sheet, strokeMm, rodMm } = family;
  return (
    <main className="sheet">
      <header className="sheet-head">
        <div>
          <h1>{family.code}</h1>
          <p className="muted">
            {[
              family.layout,
              sheet.fuel && FUEL_WORDS[sheet.fuel],
              `${family.cylinders} ${family.cylinders === 1 ? 'cylinder' : 'cylinders'}`,
            ]
              .filter(Boolean)
              .join(' · ')}
          </p>
          <p className="print-only">
            Revision {family.revision}, printed {dayText(today())}: what is in use may have changed since.
          </p>
        </div>
        <div className="sheet-acts no-print">
          {mayChange && (
            <Button type="primary" onClick={edit}>
              Edit the sheet <Key name="e" />
            </Button>
          )}
          <Button onClick={() => window.print()}>
            Print <Key name="p" />
          </Button>
          <Link to={`/register?family=${encodeURIComponent(family.code)}`}>Its units</Link>
          {mayReadAuditLog && <Link to={`/audit-log?family=${encodeURIComponent(family.code)}`}>History</Link>}
        </div>
      </header>
      {family.dealerOnly && (
        <Alert
          type="warning"
          title="The maker leaves this work to authorized dealers."
          description="Make sure your shop may do it before an engine is opened."
        />
      )}
      <section className="sheet-windows" aria-labelledby="windows">
        <h2 id="windows">
          Spec, gauged {family.temperature}
          <span className="muted">
            {' '}
            {family.temperature === 'cold'
              ? family.belowC === null
                ? 'no figure given'
                : `below ${temperatureText(family.belowC, temperature)}`
              : `${family.fromC === null ? '?' : temperatureText(family.fromC, temperature)} to ${family.toC === null ? '?' : temperatureText(family.toC, temperature)}`}
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
      <div className="sheet-columns">
        <section aria-labelledby="valves">
          <h2 id="valves">Valves and position</h2>
          <ValveLayout family={family} />
          <ol className="sheet-positions">
            {family.positions.map((position) => (
              <li key={position}>{POSITION_WORDS[position]}</li>
            ))}
          </ol>
          <p>{family.positionRecipe}</p>
          <Fact label="Timing mark" words={sheet.mark} />
          <Fact label="Turns" words={sheet.rotation} />
          <Fact label="Compression release" words={sheet.compressionRelease} />
          {strokeMm !== null && rodMm !== null && (
            <CrankDrawing crank={{ strokeMm: mm(strokeMm), rodMm: mm(rodMm) }} degrees={0} />
          )}
        </section>
        <section aria-labelledby="adjuster">
          <h2 id="adjuster">Adjuster</h2>
          <p>
            <b>{ADJUSTER_WORDS[family.adjusterKind]}</b>
          </p>
          {family.adjuster.toLowerCase() !== ADJUSTER_WORDS[family.adjusterKind].toLowerCase() && (
            <p>{family.adjuster}</p>
          )}
          {family.turning !== null && (
            <p>
              One full turn moves the gap by{' '}
              <b className="mono">
                {gapText(gapPerTurn({ ...family.turning, pitchMm: mm(family.turning.pitchMm) }), unit)}
              </b>
              <span className="muted">
                {' '}
                (pitch {family.turning.pitchMm} mm, rocker ratio {family.turning.rockerRatio})
              </span>
            </p>
          )}
          <h2>Interval</h2>
          <p>{intervalText(family)}</p>
          <Fact label="In the year" words={sheet.season} />
          {(sheet.seal !== null || sheet.sealNote !== '' || sheet.torques.length > 0) && <h2>Close up</h2>}
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
          {sheet.torques.length > 0 && (
            <table className="sheet-torques">
              <tbody>
                {sheet.torques.map(({ what, value, unit: printed }) => (
                  <tr key={what}>
                    <th scope="row">{what}</th>
                    <td className="mono">
                      {value} {printed}
                    </td>
                    <td className="mono muted">{otherTorque(value, printed)}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
          <SheetRules family={family} />
        </section>
        <section aria-labelledby="ready">
          <h2 id="ready">Have ready</h2>
          <ul>
            {sheet.bladeShape !== null && (
              <li>Blades: {sheet.bladeShape === 'narrow' ? 'narrow point' : sheet.bladeShape}</li>
            )}
            {[...sheet.tools, ...sheet.parts].map((each) => (
              <li key={each}>{each}</li>
            ))}
          </ul>
          {sheet.tools.length + sheet.parts.length === 0 && sheet.bladeShape === null && (
            <p className="muted">Nothing noted yet.</p>
          )}
          <h2>Cautions</h2>
          <ul className="sheet-cautions">
            {family.cautions.map((caution) => (
              <li key={caution}>{caution}</li>
            ))}
            <li>Follow the maker’s manual and local codes. They come before this sheet.</li>
          </ul>
          <Fact label="Stamped like" words={family.stampingPattern.replaceAll('\n', ', ')} />
        </section>
      </div>
      <SourcesList family={family} mayDecide={mayChange} decide={setDeciding} add={() => setAdding(true)} />
      {revisions.length > 0 && (
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
      )}
      {adding && <SourceForm family={family} close={() => setAdding(false)} />}
      {deciding !== undefined && <InUseForm family={family} sourceId={deciding} close={() => setDeciding(undefined)} />}
    </main>
  );
}

const Fact = ({ label, words }: { readonly label: string; readonly words: string }) =>
  words === '' ? null : (
    <p>
      <span className="muted">{label}: </span>
      {words}
    </p>
  );

function intervalText({ intervalHours, intervalMonths, breakInHours, seasonDay }: FamilyDto): string {
  const parts = [
    breakInHours !== null && `first at ${hoursText(breakInHours)}`,
    intervalHours !== null && `every ${hoursText(intervalHours)}`,
    intervalMonths !== null && `${intervalHours === null ? 'every' : 'or'} ${intervalMonths} months`,
    seasonDay !== null && `each year before ${yearDayText(seasonDay)}`,
  ].filter(Boolean);
  return parts.length === 0
    ? 'None is known: nothing comes due on its own.'
    : `${parts.join(', ')}${[intervalHours, intervalMonths, seasonDay].filter((each) => each !== null).length > 1 ? ', whichever comes first' : ''}.`;
}

type TorqueUnit = FamilyDto['sheet']['torques'][number]['unit'];

/** The published figure stands first; beside it what it is in the other system. */
function otherTorque(value: number, printed: TorqueUnit): string {
  const torque = toNewtonMetres(value, printed);
  return printed === 'N·m'
    ? `${fromNewtonMetres(torque, 'lbf·in').toFixed(0)} lbf·in`
    : `${fromNewtonMetres(torque, 'N·m').toFixed(1)} N·m`;
}
