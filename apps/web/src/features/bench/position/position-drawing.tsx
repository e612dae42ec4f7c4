import {
  CYCLE,
  type PlannedStop,
  type ValveKind,
  engineFromFacts,
  gaugingPlan,
  mm,
  rimArc,
  teethPassed,
  travelAt,
  valveKey,
  valvesFreeAt,
} from '@sturdy-shim/core';
import { type ReactNode, useCallback, useMemo, useState } from 'react';
import type { FamilyDto, Position } from '../../../shared/api/index.ts';
import { gaugingStretches, cycleOf, mayGauge, trapAt } from './crank-view.ts';
import { LiftCurves } from './lift-curves.tsx';
import { CrankWheel } from './crank-wheel.tsx';
import { ValveLayout } from '../../../shared/drawings/index.ts';
import { stopText } from '../../../shared/format/index.ts';
import { valvesText } from '@sturdy-shim/words';
import { positionHint } from './position-words.ts';
import './position.css';

interface PositionDrawingProps {
  readonly family: FamilyDto;
  readonly position: Position;
}

/** The first crank angle of the drawing, away from every stop. */
const ANYWHERE = 250;

/** A drawing of the turning engine: where to stop, which valves are shut there, and the similar wrong position. */
export function PositionDrawing({ family, position }: PositionDrawingProps) {
  const { engine, typical, anglesKnown } = useMemo(() => engineFromFacts(family, position), [family, position]);
  const plan = useMemo(() => gaugingPlan(engine, position), [engine, position]);
  const { at, turn, backward } = useTurned();
  const [chosen, setChosen] = useState(0);
  const [firstStop] = plan ?? [];
  const stop = plan?.[chosen] ?? firstStop;
  const stretches = useMemo(
    () => (stop === undefined || !anglesKnown ? [] : gaugingStretches(engine, stop)),
    [engine, stop, anglesKnown],
  );
  if (plan === null || stop === undefined)
    return (
      <p className="muted">
        By this family’s timing no position frees every valve. Check its timing, or the travel past the top.
      </p>
    );
  const cylinder = stop.kind === 'top' ? stop.cylinder : stop.open.cylinder;
  const degrees = cycleOf(engine, cylinder, at);
  // Without a known angle the drawing shows only the order of events, never where to gauge.
  const ready = anglesKnown && mayGauge(engine, stop, at);
  const trap = trapAt(engine, cylinder, at);
  const freeValves = valvesFreeAt(engine, at);
  const free = valvesText(freeValves, family.cylinders) || 'no valve';
  return (
    <section className="position" aria-label="The engine as it turns">
      <p>{positionHint(position, family.sheet)}</p>
      <Stops
        plan={plan}
        chosen={stop}
        choose={setChosen}
        words={(each) => stopText(each, family, engine.pastTop, anglesKnown)}
      />
      <div className="position-views">
        <ValveLayout family={family} marked={new Set((ready ? stop.valves : freeValves).map(valveKey))} />
        <CrankWheel
          degrees={at}
          words={anglesKnown ? crankText(degrees, ready, free) : eventText(degrees)}
          ready={ready}
          direction={directionOf(family)}
          turn={turn}
        />
        <LiftCurves engine={engine} stretches={stretches} degrees={at} ready={ready} cylinders={family.cylinders} />
      </div>
      {anglesKnown ? (
        <Where words={`${whereText(degrees)}${travelText(family, degrees)}`} ready={ready}>
          {ready ? `Gauge here: ${valvesText(stop.valves, family.cylinders)}.` : `Shut here: ${free}.`}
        </Where>
      ) : (
        <Where words={eventText(degrees)} ready={false}>
          The order of events only: {family.code} does not state every angle. Gauge where both rockers of the cylinder
          are slack and stay slack, as its sheet says.
        </Where>
      )}
      <Traps
        trap={trap}
        cylinder={family.cylinders === 1 ? null : cylinder}
        release={engine.timing.release?.valve}
        backward={backward}
      />
      <p className="muted dense">
        Turn it: drag the wheel, scroll, or use the arrow keys on it.
        {typical && anglesKnown && ' This family states no valve timing: the curves are typical figures.'}
      </p>
    </section>
  );
}

/** The stroke of the cylinder, without a figure. */
function eventText(degrees: number): string {
  if (degrees < 20 || degrees > 700) return 'Top of compression: both valves shut';
  if (degrees < 180) return 'Power stroke, piston going down';
  if (degrees < 340) return 'Exhaust valve open, piston going up';
  if (degrees < 380) return 'Overlap: the exhaust valve closes while the intake valve opens';
  if (degrees < 540) return 'Intake valve open, piston going down';
  return 'Compression stroke: both valves shut, piston going up';
}

const whereText = (degrees: number): string =>
  degrees <= 360
    ? `${Math.round(degrees)}° past the top of compression`
    : `${Math.round(CYCLE - degrees)}° before the top of compression`;

const crankText = (degrees: number, ready: boolean, free: string): string =>
  `${whereText(degrees)}${ready ? ': gauge here' : ''}. Free: ${free}`;

/** The drawn direction of rotation, from the words of the sheet. */
const directionOf = ({ sheet }: FamilyDto): 1 | -1 => (/counter|anti/i.test(sheet.rotation) ? -1 : 1);

/** The same as piston travel and as rim distance, if the sheet has the dimensions. */
function travelText({ strokeMm, rodMm, sheet: { rimMm, fins } }: FamilyDto, degrees: number): string {
  if (degrees > 180) return '';
  const parts = [
    strokeMm !== null &&
      rodMm !== null &&
      `piston ${travelAt({ strokeMm: mm(strokeMm), rodMm: mm(rodMm) }, degrees).toFixed(1)} mm down`,
    rimMm !== null && `${rimArc(degrees, mm(rimMm)).toFixed(0)} mm on the rim`,
    fins !== null && `${teethPassed(degrees, fins).toFixed(1)} fins`,
  ].filter(Boolean);
  return parts.length === 0 ? '' : ` · ${parts.join(' · ')}`;
}

interface TrapsProps {
  readonly trap: ReturnType<typeof trapAt>;
  /** Null if the engine has one. */
  readonly cylinder: number | null;
  readonly release: ValveKind | undefined;
  readonly backward: boolean;
}

/** The wrong position that looks like the right one. */
const Traps = ({ trap, cylinder, release, backward }: TrapsProps) => (
  <>
    {trap === 'overlap' && (
      <p className="position-trap">
        Do both rockers{cylinder === null ? '' : ` of cylinder ${cylinder}`} move when you rock the crank? That is
        overlap, not compression. Turn one full turn on.
      </p>
    )}
    {trap === 'release' && (
      <p className="position-trap">
        The starting aid still lifts the {release} here: a false gap. Turn on until it lets go.
      </p>
    )}
    {backward && (
      <p className="position-trap">Turn only in the running direction. Keep turning that way until it comes around.</p>
    )}
  </>
);

interface StopsProps {
  readonly plan: readonly PlannedStop[];
  readonly chosen: PlannedStop;
  readonly choose: (index: number) => void;
  readonly words: (stop: PlannedStop) => string;
}

const Stops = ({ plan, chosen, choose, words }: StopsProps) =>
  plan.length === 1 ? (
    <p className="strong">{words(chosen)}</p>
  ) : (
    <div className="position-stops" role="radiogroup" aria-label="Stops">
      {plan.map((each, index) => (
        <button
          key={index}
          type="button"
          role="radio"
          aria-checked={each === chosen}
          className={each === chosen ? 'chosen' : ''}
          onClick={() => choose(index)}
        >
          <b>
            Stop {index + 1} of {plan.length}
          </b>{' '}
          {words(each)}
        </button>
      ))}
    </div>
  );

interface WhereProps {
  /** Where the crank stands. */
  readonly words: string;
  readonly ready: boolean;
  /** Whether gauging is possible there. */
  readonly children: ReactNode;
}

const Where = ({ words, ready, children }: WhereProps) => (
  <>
    <p className="dense" aria-live="polite">
      {words}
    </p>
    <p className={ready ? 'words-inside strong' : 'muted'} role="status">
      {children}
    </p>
  </>
);

/** The crank angle, which only increases in the running direction. */
function useTurned() {
  const [at, setAt] = useState(ANYWHERE);
  const [backward, setBackward] = useState(false);
  const turn = useCallback((by: number): void => {
    setBackward(by < 0);
    if (by > 0) setAt((before) => (before + by) % CYCLE);
  }, []);
  return { at, turn, backward };
}
