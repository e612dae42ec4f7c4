import { type GapInterval } from '@sturdy-shim/core';
import { Link } from 'react-router';
import type { BladeSetDto, CheckDraftDto, DraftValveDto } from '../../../shared/api/index.ts';
import { gapOfReading, torquesFor, turnedHow, valveText } from '../../../shared/format/index.ts';
import { GapStrip } from '../../../shared/marks/index.ts';
import { useKeys } from '../../../shared/ui/index.ts';
import { movedUngauged, withTurns } from '../draft/attempts.ts';
import { answerNoGap, answerSwap } from '../draft/gap-answers.ts';
import { onValve, withLeafRead, withTry } from '../draft/draft-edits.ts';
import { evaluateValve } from '../draft/evaluated-valve.ts';
import { picked, stacked } from '../draft/laid.ts';
import { asksForAdjuster } from '../draft/seen-adjuster.ts';
import type { Station } from '../draft/stations.ts';
import { GapPlace } from '../position/gap-place.tsx';
import { BladeRack } from '../rack/blade-rack.tsx';
import { useSpoken } from '../use-spoken.ts';
import { AdjusterSeen } from './adjuster-seen.tsx';
import { GapQuestionPanel, LookedAt } from './gap-question-panel.tsx';
import {
  type AdjusterActs,
  type Tries,
  type ValveAtHand,
  type ValveStation,
  adjusterActs,
  isAdvisedBy,
  leftStationOf,
  settingOf,
  useTries,
  valveAt,
} from './gauging.ts';
import { nextText } from './next-text.ts';
import { ShimsPanel } from './shims-panel.tsx';
import { StepCautions } from './step-cautions.tsx';
import { ValveCard, VerdictLine } from './valve-card.tsx';
import { WhichValve } from './which-valve.tsx';
import type { StepProps } from './step-props.ts';

interface GaugeStepProps extends StepProps {
  /** All stations, to find the next one and where each valve is set. */
  readonly stations: readonly Station[];
  readonly station: ValveStation;
  /** The valves of its group. */
  readonly group: readonly ValveStation[];
  readonly sets: readonly BladeSetDto[];
  readonly go: (station: Station) => void;
  /** Enter was pressed at a valve that was not gauged: a second press skips it. */
  readonly skipAsked: boolean;
}

/** The gauge step for the current valve: tries and adjuster actions. */
interface AtHand extends GaugeStepProps {
  readonly hand: ValveAtHand;
  readonly tries: Tries;
  readonly acts: AdjusterActs;
}

/** Gauging one valve: a picked blade and its feel update the gap and the verdict immediately. */
export function GaugeStep(props: GaugeStepProps) {
  const { unit, by, draft, change, station, sets } = props;
  const hand = valveAt(props, sets);
  const tries = useTries(props, hand);
  const acts = adjusterActs(props, hand, tries.replaced);
  useSpoken(hand.valve[station.phase], hand.evaluated, hand.next);
  useGaugeKeys(station.phase, tries, acts);
  const atHand: AtHand = { ...props, hand, tries, acts };
  const { window } = hand.evaluated;
  return (
    <>
      <main className="bench-work">
        <h2>
          {station.phase === 'found' ? 'Gauge as found' : 'Adjust, lock, gauge again'}
          {window && window.basis !== 'published' && <span className="muted dense"> · {OWN_PART[window.basis]}</span>}
        </h2>
        <StepCautions step={station.phase} unit={unit} />
        <HowToGauge {...atHand} />
        <Questions {...atHand} />
        <ValveCards {...atHand} />
        {by.family.adjusterKind === 'shims' && <ShimsPanel by={by} draft={draft} change={change} />}
      </main>
      <Rack {...atHand} />
    </>
  );
}

function useGaugeKeys(phase: ValveStation['phase'], tries: Tries, { moved, lock, turnedOver }: AdjusterActs): void {
  const { move, say, setLaid, undo } = tries;
  useKeys([
    { key: 'ArrowUp', what: 'Choose a thinner blade', run: () => move(-1) },
    { key: 'ArrowDown', what: 'Choose a thicker blade', run: () => move(1) },
    { key: 'f', what: 'The blade goes free', run: () => say('free') },
    { key: 'd', what: 'The blade drags', run: () => say('drags') },
    { key: 's', what: 'It drags, slack', run: () => say('slack') },
    { key: 'h', what: 'It drags hard, all the way in', run: () => say('hard') },
    { key: 'w', what: 'The blade won’t enter, or sticks half-way', run: () => say('wont') },
    { key: '+', what: 'Stack another blade on the chosen one, or not', run: () => setLaid(stacked) },
    { key: 'Backspace', what: 'Undo the last try', run: undo },
    ...(moved === null
      ? []
      : [
          {
            key: 'a',
            what: phase === 'left' ? 'The adjuster was moved again' : 'The adjuster was moved, or was not',
            run: moved,
          },
        ]),
    ...(turnedOver === null ? [] : [{ key: 't', what: 'It was turned over by hand: gauge again', run: turnedOver }]),
    ...(lock === null ? [] : [{ key: 'l', what: 'It was locked: gauge again', run: lock }]),
  ]);
}

/** Where the blade goes and what to do; replaced by an open question about the valve. */
function HowToGauge({ unit: { family }, station: { phase }, hand: { question } }: AtHand) {
  const lockTorques = torquesFor(family.sheet, 'lock');
  if (question !== null) return null;
  return (
    <div className="gauge-intro">
      <p className="muted">
        {phase === 'found'
          ? `Between ${family.adjusterKind === 'shims' ? 'cam and shim' : 'rocker tip and valve stem'}, blade straight in. Wipe the blade: oil or a bend makes it drag. Write down what you find before you touch the adjuster.`
          : `A little at a time, lock, then turn the engine over two or three times ${turnedHow(family)}, come back to the position and gauge.`}{' '}
        {phase === 'left' && lockTorques.length > 0 && <b>Lock: {lockTorques.join(', ')}.</b>}
      </p>
      <GapPlace family={family} />
    </div>
  );
}

/** Questions to answer first: an implausible gap, an unknown adjuster, or a blade that may be in another valve. */
function Questions({ unit: { family }, by, draft, change, station, stations, go, hand, tries }: AtHand) {
  const { valve: index, phase } = station;
  const { doubted, setDoubted, record, laid } = tries;
  return (
    <>
      {hand.question !== null && (
        <GapQuestionPanel
          question={hand.question}
          draft={draft}
          family={family}
          answerNoGap={(cause) => change((before) => answerNoGap(by, before, index, cause))}
          answerSwap={(swap) => change((before) => answerSwap(before, index, swap))}
        />
      )}
      {asksForAdjuster(family, draft) && <AdjusterSeen draft={draft} change={change} />}
      {doubted !== null && (
        <WhichValve
          doubted={doubted}
          valve={hand.valve}
          draft={draft}
          cylinders={family.cylinders}
          here={() => record(doubted.tried, doubted.feel, laid, true)}
          there={() => {
            setDoubted(null);
            change((before) => withTry(before, doubted.other, 'left', doubted.tried, doubted.feel));
            const moved = leftStationOf(stations, doubted.other);
            if (moved !== undefined) go(moved);
          }}
        />
      )}
      {phase === 'found' && <LookedAt draft={draft} index={index} family={family} />}
    </>
  );
}

/** The current valve and its group. */
function ValveCards(atHand: AtHand) {
  const { group, station, draft } = atHand;
  return (
    <div className="valve-cards">
      {group.flatMap((other) => {
        const valve = draft.valves[other.valve];
        return other.phase !== station.phase || valve === undefined
          ? []
          : [<OneValve key={other.id} {...atHand} other={other} valve={valve} />];
      })}
    </div>
  );
}

interface OneValveProps extends AtHand {
  readonly other: ValveStation;
  readonly valve: DraftValveDto;
}

function OneValve({ other, valve: shown, ...atHand }: OneValveProps) {
  const { unit, by, draft, change, goOn, stations, station, go, skipAsked, hand, acts } = atHand;
  const { family } = unit;
  const { phase, valve: index } = station;
  const { valve, evaluated, next, question } = hand;
  const following = stations[stations.findIndex(({ id }) => id === station.id) + 1];
  const setting = settingOf(stations, valve);
  const mayBeUngauged = phase === 'found' && valve.found.length === 0 && !valve.adjusted && draft.measureOnly !== true;
  return (
    <ValveCard
      valve={shown}
      phase={phase}
      evaluated={evaluateValve(by, draft, shown, phase)}
      found={phase === 'left' ? evaluateValve(by, draft, shown, 'found') : null}
      family={family}
      blades={hand.blades}
      active={other.id === station.id}
      choose={() => go(other)}
      acts={acts}
      goOn={goOn}
      nextWords={nextText(evaluated, phase, valve, next?.kind === 'adjust', following, draft, family)}
      adjustNow={
        phase === 'found' && acts.canAdjust && setting !== undefined && following?.id !== setting.id
          ? () => go(setting)
          : null
      }
      before={gapBefore(by, draft, shown)}
      asked={question !== null}
      skipAsked={skipAsked}
      movedUngauged={mayBeUngauged ? (why) => change((before) => movedUngauged(before, index, why)) : null}
      sayTurns={(turns) => change((before) => withTurns(before, index, turns))}
      sayPosition={(said) => change((before) => onValve(before, index, (each) => ({ ...each, ...said })))}
      readLeaf={() => change((before) => withLeafRead(before, index, phase))}
      positionOfCheck={draft.position}
    />
  );
}

/** The selected set, or a link to add one. */
function Rack({ unit: { family }, sets, station: { phase }, hand, tries }: AtHand) {
  const { set, valve, evaluated } = hand;
  if (set === undefined)
    return (
      <aside className="rack">
        <p>
          There is no blade set yet. A lead adds one under <Link to="/blades">Blades</Link>.
        </p>
      </aside>
    );
  const isTried = valve[phase].length > 0;
  return (
    <BladeRack
      sets={sets}
      set={set}
      chooseSet={(id) => tries.takeSet(id, sets.find((each) => each.id === id)?.blades ?? [])}
      laid={tries.laid}
      pick={(place) => tries.setLaid((before) => picked(before, place))}
      felt={tries.felt}
      say={tries.say}
      sayOf={tries.sayOf}
      undo={isTried || (phase === 'left' && (valve.earlier?.length ?? 0) > 0) ? tries.undo : null}
      next={hand.next}
      bounding={hand.bounding}
      isAdvised={isAdvisedBy(hand)}
      stack={() => tries.setLaid(stacked)}
      answer={
        <>
          <div className="rack-answer-words">
            <b>{valveText(valve, family.cylinders)}</b>
            <VerdictLine evaluated={evaluated} tried={isTried} />
          </div>
          <GapStrip
            window={evaluated.window}
            gap={evaluated.reading.kind === 'interval' ? evaluated.reading.gap : null}
            state={evaluated.verdict.state}
          />
        </>
      }
    />
  );
}

/** The gap after the second-to-last attempt. */
function gapBefore(by: StepProps['by'], draft: CheckDraftDto, valve: DraftValveDto): GapInterval | null {
  const earlier = valve.earlier?.at(-1);
  return earlier === undefined
    ? null
    : gapOfReading(evaluateValve(by, draft, { ...valve, left: earlier.tries }, 'left').reading);
}

/** The parts of the window that come from the shop. */
const OWN_PART = {
  'shop tolerance': 'the source gives one number; the shop tolerance is put around it',
  'shop upper bound': 'the source gives only the minimum; the shop sets the maximum',
} as const;
