import { type ShopUnit, valveKey } from '@sturdy-shim/core';
import { useParams } from 'react-router';
import {
  type FamilyDto,
  useCheckQuery,
  useCoursesOfUnitQuery,
  useListAttachmentsQuery,
  useUnitQuery,
  type CheckDto,
  type CourseStopDto,
  type CoursesDto,
  type FindingDto,
} from '../../shared/api/index.ts';
import {
  FEEL_WORDS,
  bladesText,
  clockText,
  dayText,
  hoursText,
  OUTCOME_WORDS,
  knownGapText,
  notFoundText,
  notStatedText,
  outcomeOfCheck,
  rangeText,
  valveText,
  verdictText,
  workLines,
} from '../../shared/format/index.ts';
import { VerdictMark } from '../../shared/marks/index.ts';
import { useShopUnit } from '../../shared/preferences/index.ts';
import { PageFrame, useTitle } from '../../shared/ui/index.ts';
import { leftBefore } from './left-before.ts';
import { PaperFrame } from './paper-frame.tsx';
import { valveList } from './valve-list.ts';
import './paper.css';

/** The report of a signed check on one page, for the owner of the machine. */
export function ReportPage() {
  const { id = '' } = useParams();
  const { data: check, error, refetch } = useCheckQuery({ id });
  const { data: unit } = useUnitQuery({ tag: check?.unitTag ?? '' }, { skip: check === undefined });
  useTitle(check === undefined ? 'Report' : `Report ${check.unitTag}`);
  const { data: { valves: courses } = NO_COURSES } = useCoursesOfUnitQuery(
    { tag: check?.unitTag ?? '' },
    { skip: check === undefined },
  );
  if (check === undefined || unit === undefined)
    return (
      <PageFrame
        title="Report"
        asked={{ what: 'This report', data: undefined, error, retry: () => void refetch(), lines: 12 }}
      />
    );
  const { family } = unit;
  const notStated = notStatedText(check, family);
  const { performedAt, signedBy, hoursAt } = check;
  return (
    <PaperFrame
      title={
        performedAt === null
          ? 'Valve clearance check, not signed yet'
          : `Valve clearance check, ${dayText(performedAt)}`
      }
      unit={unit}
      hours={hoursAt === null ? 'hours not known' : `at ${hoursText(hoursAt)}`}
    >
      {check.struck && <p className="strong">Voided: this check does not count.</p>}
      <ValveTable check={check} family={family} courses={courses} />
      <p className="strong">{OUTCOME_WORDS[outcomeOfCheck(check)]}.</p>
      <WhatWasDone check={check} family={family} />
      <Photos checkId={check.id} />
      {performedAt !== null && (
        <p className="strong">
          {check.past === null
            ? `Signed by ${signedBy}, ${dayText(performedAt)}, ${clockText(performedAt)}.`
            : `Done ${check.past.doneBy === '' ? '' : `by ${check.past.doneBy} `}on ${dayText(performedAt)}; entered later by ${signedBy}, ${dayText(check.savedAt)}. Gaps are as they were written; they were not gauged here.`}
        </p>
      )}
      <p className="paper-foot">
        Gaps are what the blades prove, from and to.{ruleText(check)}
        {notStated !== '' && ` Not stated: ${notStated}.`} This report does not replace the maker’s manual, local codes
        or licensed work.
      </p>
    </PaperFrame>
  );
}

const NO_COURSES: CoursesDto = { valves: [] };

/** The gap in which the previous check left the valve; the difference to the gap as found is drift. */
function LeftBefore({ stop }: { readonly stop: CourseStopDto | null }) {
  const gaps = useShopUnit();
  const gap = stop?.left?.gap ?? stop?.found?.gap ?? null;
  if (stop === null || gap === null) return '–';
  return (
    <>
      <span className="mono">{knownGapText(gap, gaps)}</span>{' '}
      <span className="muted">
        {stop.hours === null ? dayText(stop.at) : `at ${stop.hoursEstimated ? 'about ' : ''}${hoursText(stop.hours)}`}
      </span>
    </>
  );
}

/** Pictures that were taken at the bench. */
function Photos({ checkId }: { readonly checkId: string }) {
  const { data: files = [] } = useListAttachmentsQuery({ checkId });
  const pictures = files.filter(({ mediaType }) => mediaType.startsWith('image/'));
  return pictures.length === 0 ? null : (
    <p className="paper-photos">
      {pictures.map(({ id, name }) => (
        <img key={id} src={`/api/attachments/${id}`} alt={name} />
      ))}
    </p>
  );
}

/** The rule by which an unproven gap passed; empty if every gap is proven. */
function ruleText({ findings }: CheckDto): string {
  const how = new Set(findings.flatMap(({ verdict }) => (verdict.state === 'inside' ? [verdict.how] : [])));
  return [
    how.has('likely')
      ? ' A gap that the blades leave across a limit is in spec where the shop rule finds it likely enough.'
      : '',
    how.has('drag') ? ' A blade in spec that drags is the pass in this shop.' : '',
  ].join('');
}

/** The gaugings before and after the engine was turned over. */
const turnedOverLines = ({ draft }: CheckDto, cylinders: number, unit: ShopUnit): string[] =>
  draft.valves.flatMap((valve) => {
    const before = valve.earlier?.at(-1);
    if (valve.leftAfter !== 'turned-over' || before === undefined || valve.left.length === 0) return [];
    const tries = (list: typeof valve.left): string =>
      list.map(({ blades, feel }) => `${bladesText(blades, unit)} ${FEEL_WORDS[feel]}`).join(', ');
    return [`${valveText(valve, cylinders)} before turning over: ${tries(before.tries)}; after: ${tries(valve.left)}`];
  });

/** Why a valve has no gap as found. */
function whyNotFound({ draft }: CheckDto, valve: ReturnType<typeof valveList>[number]): string {
  const entered = draft.valves.find((each) => valveKey(each) === valveKey(valve));
  return entered === undefined ? 'not gauged' : notFoundText(entered);
}

const conditions = ({ draft: { engine, temperatureC, turnedOver } }: CheckDto): string[] =>
  [
    engine !== null && `Engine ${engine}${temperatureC === null ? '' : `, ${Math.round(temperatureC)} °C`}`,
    turnedOver === 'gauged-again' && 'Turned over by hand and gauged again after adjusting',
    turnedOver === 'not-done' && 'Not turned over and gauged again after adjusting',
  ].filter((line) => typeof line === 'string');

function Gap({ finding: { gap, verdict } }: { readonly finding: FindingDto }) {
  const unit = useShopUnit();
  return (
    <>
      <VerdictMark state={verdict.state} /> {gap !== null && <span className="mono">{knownGapText(gap, unit)} </span>}
      {verdict.state === 'inside' ? 'in spec' : verdictText(verdict, unit, gap)}
    </>
  );
}

interface ValveTableProps {
  readonly check: CheckDto;
  readonly family: FamilyDto;
  readonly courses: CoursesDto['valves'];
}

/** Each valve with its spec, the gap from the previous check, and the gaps as found and as left. */
function ValveTable({ check, family, courses }: ValveTableProps) {
  const gaps = useShopUnit();
  return (
    <table className="paper-boxes">
      <thead>
        <tr>
          <th scope="col">Valve</th>
          <th scope="col">Spec</th>
          <th scope="col">Left before</th>
          <th scope="col">As found</th>
          <th scope="col">As left</th>
        </tr>
      </thead>
      <tbody>
        {valveList(family).map((valve) => {
          const of = (phase: FindingDto['phase']): FindingDto | undefined =>
            check.findings.find((finding) => finding.phase === phase && valveKey(finding) === valveKey(valve));
          const [found, left] = [of('found'), of('left')];
          const window = (left ?? found)?.window ?? null;
          return (
            <tr key={valveKey(valve)}>
              <th scope="row">{valveText(valve, family.cylinders)}</th>
              <td className="mono">{window === null ? '–' : rangeText(window.minMm, window.maxMm, gaps)}</td>
              <td>
                <LeftBefore stop={leftBefore(courses, check.id, valve)} />
              </td>
              <td>{found === undefined ? whyNotFound(check, valve) : <Gap finding={found} />}</td>
              <td>{left === undefined ? 'not adjusted' : <Gap finding={left} />}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

function WhatWasDone({ check, family }: Omit<ValveTableProps, 'courses'>) {
  const gaps = useShopUnit();
  const { note, amendments } = check;
  return (
    <section>
      <h2>What was done</h2>
      <ul>
        {[...conditions(check), ...turnedOverLines(check, family.cylinders, gaps), ...workLines(check, family)].map(
          (line) => (
            <li key={line}>{line}</li>
          ),
        )}
      </ul>
      {note !== '' && <p>{note}</p>}
      {amendments.map(({ id: own, reason, madeBy, madeAt }) => (
        <p key={own}>
          Added by {madeBy}, {dayText(madeAt)}: {reason}
        </p>
      ))}
    </section>
  );
}
