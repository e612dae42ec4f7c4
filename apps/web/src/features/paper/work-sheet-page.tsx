import { checkSteps, engineFromFacts, gaugingPlan, makeSafeFor, type CheckStep } from '@sturdy-shim/core';
import { useParams } from 'react-router';
import { type UnitDto, useUnitQuery, useUnitStatusQuery, type FamilyDto } from '../../shared/api/index.ts';
import {
  makeSafeText,
  POSITION_WORDS,
  SEAL_WORDS,
  TEMPERATURE_WORDS,
  STEP_WORDS,
  hoursText,
  itemText,
  rangeText,
  reasonText,
  stopText,
  temperatureText,
  valveText,
} from '../../shared/format/index.ts';
import { CoverDrawing } from '../../shared/drawings/index.ts';
import { useShopUnit } from '../../shared/preferences/index.ts';
import { PageFrame, useTitle } from '../../shared/ui/index.ts';
import { PaperFrame } from './paper-frame.tsx';
import { valveList } from './valve-list.ts';
import './paper.css';

/** The printed work sheet: steps, spec, torques, and boxes to write in. */
export function WorkSheetPage() {
  const { tag = '' } = useParams();
  useTitle(`Work sheet ${tag}`);
  const gaps = useShopUnit();
  const { data: unit, error, refetch } = useUnitQuery({ tag });
  const { data: status } = useUnitStatusQuery({ tag });
  if (unit === undefined)
    return (
      <PageFrame
        title="Work sheet"
        asked={{ what: 'This work sheet', data: undefined, error, retry: () => void refetch(), lines: 12 }}
      />
    );
  const { family } = unit;
  const { sheet } = family;
  return (
    <PaperFrame
      title="Work sheet: valve clearance check"
      unit={unit}
      hours={typeof status?.hoursNow === 'number' ? `last at ${hoursText(status.hoursNow)}` : ''}
    >
      {status?.reasons[0] !== undefined && (
        <p className="strong">{reasonText(status.reasons[0], gaps, family.cylinders)}.</p>
      )}
      <div className="paper-columns">
        <section>
          <h2>Steps</h2>
          <ol className="paper-steps">
            {checkSteps(sheet, family.rules.stepsOff).map((step) => (
              <li key={step}>
                <b>{STEP_WORDS[step]}</b> {stepWords(step, family)}
              </li>
            ))}
          </ol>
        </section>
        <HaveReady unit={unit} />
      </div>
      <Boxes family={family} />
      <div className="paper-lines">
        {['Meter', 'Engine temperature', 'Position', 'Blade set', 'Seal', 'Date', 'Name'].map((label) => (
          <p key={label}>{label}</p>
        ))}
      </div>
      <p className="paper-foot">
        {family.cautions.join(' ')} Never run an engine indoors. Follow the maker’s manual and local codes; they come
        before this sheet.
      </p>
    </PaperFrame>
  );
}

/** The valves of each crank stop; nothing for a single stop. */
function stopLines(family: FamilyDto): string[] {
  const position = family.positions[0] ?? 'unconfirmed';
  const { engine, anglesKnown } = engineFromFacts(family, position);
  const stops = gaugingPlan(engine, position) ?? [];
  if (stops.length < 2) return [];
  return stops.map((stop, index) => `Stop ${index + 1}: ${stopText(stop, family, engine.pastTop, anglesKnown)}.`);
}

/** The request of a step for this family, in one line. */
function stepWords(step: CheckStep, family: FamilyDto): string {
  return ON_PAPER[step](family);
}

function HaveReady({ unit }: { readonly unit: UnitDto }) {
  const {
    family: { sheet },
    particulars,
  } = unit;
  return (
    <section>
      <h2>Have ready</h2>
      <ul>
        {[...sheet.tools, ...sheet.parts].map((item, index) => (
          <li key={index}>{itemText(item)}</li>
        ))}
        {particulars.parts.map((part) => (
          <li key={part}>{part}</li>
        ))}
      </ul>
      {[particulars.obstacle, particulars.access, particulars.markWrong, unit.note].filter(Boolean).map((words) => (
        <p key={words}>{words}</p>
      ))}
      <h2>Torques</h2>
      <ul>
        {sheet.torques.map(({ what, value, unit: printed }, index) => (
          <li key={index}>
            {what} {value} {printed}
          </li>
        ))}
      </ul>
      {sheet.coverScrews !== null && <CoverDrawing screws={sheet.coverScrews} />}
    </section>
  );
}

/** A row for each valve, to write in. */
function Boxes({ family }: { readonly family: FamilyDto }) {
  const gaps = useShopUnit();
  const { windows } = family;
  return (
    <table className="paper-boxes">
      <thead>
        <tr>
          <th scope="col">Valve</th>
          <th scope="col">Spec</th>
          <th scope="col">Set to</th>
          <th scope="col">As found</th>
          <th scope="col">Turned</th>
          <th scope="col">As left</th>
          <th scope="col">Turned over</th>
        </tr>
      </thead>
      <tbody>
        {valveList(family).map((valve) => {
          const window = windows?.[valve.kind];
          return (
            <tr key={`${valve.cylinder}${valve.kind}${valve.ordinal}`}>
              <th scope="row">{valveText(valve, family.cylinders)}</th>
              <td className="mono">
                {window === undefined ? 'none in use' : rangeText(window.minMm, window.maxMm, gaps)}
              </td>
              <td className="mono">{window === undefined ? '' : rangeText(window.targetMm, window.targetMm, gaps)}</td>
              <td />
              <td />
              <td />
              <td />
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

const ON_PAPER: Readonly<Record<CheckStep, (family: FamilyDto) => string>> = {
  safe: (family) =>
    (family.sheet.makeSafe.length > 0 ? family.sheet.makeSafe : makeSafeFor(family.sheet.fuel))
      .map((each) => makeSafeText(each, family.sheet).toLowerCase())
      .join('; '),
  temperature: (family) =>
    `${TEMPERATURE_WORDS[family.temperature]}${family.belowC === null ? '' : `, below ${temperatureText(family.belowC, '°C')}`}${family.restHours === null ? '' : `, rested ${family.restHours} h`}. ${family.temperatureRecipe}`,
  open: (family) => family.sheet.comesOff.join(', '),
  name: (family) =>
    [
      family.sheet.intakeSide && `intake ${family.sheet.intakeSide}`,
      family.sheet.exhaustSide && `exhaust ${family.sheet.exhaustSide}`,
    ]
      .filter(Boolean)
      .join(', '),
  position: (family) =>
    [
      family.positions.length === 0
        ? 'Not stated: write down where it was gauged.'
        : `${family.positions.map((each) => POSITION_WORDS[each].toLowerCase()).join(', or ')}.`,
      family.positionRecipe,
      family.sheet.mark !== '' && `Mark: ${family.sheet.mark}.`,
      ...stopLines(family),
    ]
      .filter(Boolean)
      .join(' '),
  release: (family) => family.sheet.compressionRelease,
  caps: () => 'on every stem',
  close: (family) =>
    [family.sheet.seal && SEAL_WORDS[family.sheet.seal].toLowerCase(), family.sheet.sealNote]
      .filter(Boolean)
      .join('; '),
  run: () => 'outdoors: starts easily, no ticking, no oil at the cover',
};
