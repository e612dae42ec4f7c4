import { Link } from 'react-router';
import { type GapInterval, bladeThickness, same, valveKey } from '@sturdy-shim/core';
import { useRef, useState } from 'react';
import type { BladeDto, BladeSetDto, CheckDraftDto, DraftValveDto, Feel } from '../../../shared/api/index.ts';
import { gapOfReading, torquesFor, turnedHow, valveText } from '../../../shared/format/index.ts';
import { hasLock } from '../../../shared/family/index.ts';
import { GapStrip } from '../../../shared/marks/index.ts';
import { useKeys } from '../../../shared/ui/index.ts';
import {
  type Replaced,
  movedBetween,
  movedNotGauged,
  movedUngauged,
  nextAttempt,
  turnedOverSince,
  withTurns,
  withoutLast,
} from '../draft/attempts.ts';
import { answerNoGap, answerSwap, openQuestions } from '../draft/gap-answers.ts';
import { type Phase, feltAs, onValve, thicknessMm, withAdjusted, withLeafRead, withTry } from '../draft/draft-edits.ts';
import {
  type BladeAdvice,
  boundingBladeFor,
  evaluateValve,
  nextBladeFor,
  setInHand,
} from '../draft/evaluated-valve.ts';
import { type Laid, advised, afterTry, nearestTo, picked, placesOf, stacked } from '../draft/laid.ts';
import { asksForAdjuster } from '../draft/seen-adjuster.ts';
import { keepLastSet } from '../draft/last-set.ts';
import type { Station } from '../draft/stations.ts';
import { GapPlace } from '../position/gap-place.tsx';
import { BladeRack } from '../rack/blade-rack.tsx';
import { useSpoken } from '../use-spoken.ts';
import { AdjusterSeen } from './adjuster-seen.tsx';
import { GapQuestionPanel, LookedAt } from './gap-question-panel.tsx';
import { nextText } from './next-text.ts';
import { ShimsPanel } from './shims-panel.tsx';
import { StepCautions } from './step-cautions.tsx';
import { ValveCard, VerdictLine } from './valve-card.tsx';
import { type Doubted, WhichValve } from './which-valve.tsx';
import type { StepProps } from './step-props.ts';

interface GaugeStepProps extends StepProps {
  /** Every station of the course: what comes next, and where each valve is set. */
  readonly stations: readonly Station[];
  readonly station: Extract<Station, { kind: 'valve' }>;
  /** What is worked together with it. */
  readonly group: readonly Extract<Station, { kind: 'valve' }>[];
  readonly sets: readonly BladeSetDto[];
  readonly go: (station: Station) => void;
  /** Enter was pressed at a valve that was not gauged: once more skips it. */
  readonly skipAsked: boolean;
}

/** Where neither a window nor a blade says where to begin. An assumption: a gap that many engines have. */
const USUAL_GAP_MM = 0.15;

/** One valve at hand: pick a blade, say how it feels; the gap and the verdict answer at once. */
export function GaugeStep({
  unit,
  by,
  draft,
  change,
  goOn,
  stations,
  station,
  group,
  sets,
  go,
  skipAsked,
}: GaugeStepProps) {
  const { family } = unit;
  const { phase, valve: index } = station;
  const valve = draft.valves[index];
  const set = setInHand(draft, sets);
  const blades = set?.blades ?? [];
  const targetMm = valve && family.windows ? family.windows[valve.kind].targetMm : USUAL_GAP_MM;
  if (valve === undefined) throw new Error('a gauge step without its valve');
  const adviceFor = (tried: DraftValveDto): BladeAdvice | null => nextBladeFor(by, draft, tried, phase, blades);
  const next = adviceFor(valve);
  const bounding = next?.kind === 'settled' ? boundingBladeFor(by, draft, valve, phase, blades) : null;
  const [laid, setLaid] = useState<Laid>(() => advised(next, blades) ?? nearestTo(blades, targetMm));
  // A try of the same blades takes the place of the one before; it comes back when the adjuster was moved in between.
  const replaced = useRef<Replaced | null>(null);
  const evaluated = evaluateValve(by, draft, valve, phase);
  const clash = evaluated.clashes.length > 0;
  const question = openQuestions(by, draft).find((each) => each.valve === index) ?? null;
  const [doubted, setDoubted] = useState<Doubted | null>(null);
  const notGauged = phase === 'found' && valve.found.length === 0 ? movedNotGauged(draft, index) : null;

  const record = (tried: readonly BladeDto[], feel: Feel, from: Laid, sure = false): void => {
    if (tried.length === 0) return;
    // Another valve was moved and not gauged since: the blade may be in that one.
    if (notGauged !== null && !sure) {
      setDoubted({ tried, feel, other: notGauged });
      return;
    }
    setDoubted(null);
    const entered = (before: CheckDraftDto): CheckDraftDto => {
      const moved = phase === 'left' && !before.valves[index]?.adjusted ? withAdjusted(before, index, true) : before;
      return turnedOverSince({ ...withTry(moved, index, phase, tried, feel), bladeSetId: set?.id ?? null });
    };
    const after = entered(draft).valves[index];
    replaced.current = after?.[phase].length === valve[phase].length ? { phase, before: valve[phase] } : null;
    change(entered);
    if (set !== undefined) keepLastSet(set.id);
    setLaid(afterTry(from, after === undefined ? null : adviceFor(after), blades));
  };
  const leavesOf = (of: Laid): BladeDto[] =>
    placesOf(of).flatMap((place) => {
      const blade = blades[place];
      return blade === undefined ? [] : [{ printed: blade.printed, measuredMm: blade.measuredMm ?? null }];
    });
  const say = (feel: Feel): void => record(leavesOf(laid), feel, laid);
  const sayOf = (place: number, feel: Feel): void => {
    const alone: Laid = { kind: 'single', at: place };
    record(leavesOf(alone), feel, alone);
  };
  const move = (step: number): void =>
    setLaid((before) => picked(before, Math.min(blades.length - 1, Math.max(0, before.at + step))));
  const undo = (): void => {
    setDoubted(null);
    if (doubted !== null) return;
    replaced.current = null;
    change((before) => withoutLast(before, index, phase));
  };
  const canAdjust = draft.measureOnly !== true && question === null && (phase === 'left' || valve.found.length > 0);
  const moved = (): void => {
    if (phase === 'left' && (valve.left.length > 0 || (valve.earlier?.length ?? 0) > 0))
      change((before) => nextAttempt(before, index, 'turned', clash, replaced.current));
    else if (phase === 'found' && clash) change((before) => movedBetween(before, index, replaced.current));
    else change((before) => withAdjusted(before, index, !before.valves[index]?.adjusted));
    replaced.current = null;
  };
  const lock = (): void => change((before) => nextAttempt(before, index, 'locked'));
  const turnedOver = (): void => change((before) => nextAttempt(before, index, 'turned-over'));
  const canTurnOver =
    canAdjust && phase === 'left' && valve.adjusted && valve.left.length > 0 && valve.leftAfter !== 'turned-over';
  const place = stations.findIndex(({ id }) => id === station.id);
  const setting = stations.find((each) => each.id === `left-${valveKey(valve)}`);
  const canLock = canAdjust && phase === 'left' && hasLock(family.adjusterKind) && valve.left.length > 0;
  useSpoken(valve[phase], evaluated, next);
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
    ...(canAdjust
      ? [
          {
            key: 'a',
            what: phase === 'left' ? 'The adjuster was moved again' : 'The adjuster was moved, or was not',
            run: moved,
          },
        ]
      : []),
    ...(canTurnOver ? [{ key: 't', what: 'It was turned over by hand: gauge again', run: turnedOver }] : []),
    ...(canLock ? [{ key: 'l', what: 'It was locked: gauge again', run: lock }] : []),
  ]);
  return (
    <>
      <main className="bench-work">
        <h2>
          {phase === 'found' ? 'Gauge as found' : 'Adjust, lock, gauge again'}
          {evaluated.window && evaluated.window.basis !== 'published' && (
            <span className="muted dense"> · {OWN_PART[evaluated.window.basis]}</span>
          )}
        </h2>
        <StepCautions step={phase} unit={unit} />
        {question === null && (
          <div className="gauge-intro">
            <p className="muted">
              {phase === 'found'
                ? `Between ${family.adjusterKind === 'shims' ? 'cam and shim' : 'rocker tip and valve stem'}, blade straight in. Wipe the blade: oil or a bend makes it drag. Write down what you find before you touch the adjuster.`
                : `A little at a time, lock, then turn the engine over two or three times ${turnedHow(family)}, come back to the position and gauge.`}
            </p>
            <GapPlace family={family} />
          </div>
        )}
        {phase === 'left' && torquesFor(family.sheet, 'lock').length > 0 && (
          <p className="strong">Lock: {torquesFor(family.sheet, 'lock').join(', ')}.</p>
        )}
        {question !== null && (
          <GapQuestionPanel
            question={question}
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
            valve={valve}
            draft={draft}
            cylinders={family.cylinders}
            here={() => record(doubted.tried, doubted.feel, laid, true)}
            there={() => {
              setDoubted(null);
              change((before) => withTry(before, doubted.other, 'left', doubted.tried, doubted.feel));
              const moved = stations.find(
                (each) => each.kind === 'valve' && each.phase === 'left' && each.valve === doubted.other,
              );
              if (moved !== undefined) go(moved);
            }}
          />
        )}
        {phase === 'found' && <LookedAt draft={draft} index={index} family={family} />}
        <div className="valve-cards">
          {group.flatMap((other) => {
            if (other.phase !== phase) return [];
            const otherValve = draft.valves[other.valve];
            return otherValve === undefined
              ? []
              : [
                  <ValveCard
                    key={other.id}
                    valve={otherValve}
                    phase={phase}
                    evaluated={evaluateValve(by, draft, otherValve, phase)}
                    found={phase === 'left' ? evaluateValve(by, draft, otherValve, 'found') : null}
                    family={family}
                    blades={blades}
                    active={other.id === station.id}
                    choose={() => go(other)}
                    moved={canAdjust ? moved : null}
                    lock={canLock ? lock : null}
                    goOn={goOn}
                    nextWords={nextText(
                      evaluated,
                      phase,
                      valve,
                      next?.kind === 'adjust',
                      stations[place + 1],
                      draft,
                      family,
                    )}
                    adjustNow={
                      phase === 'found' && canAdjust && setting !== undefined && stations[place + 1]?.id !== setting.id
                        ? () => go(setting)
                        : null
                    }
                    turnedOver={canTurnOver ? turnedOver : null}
                    before={gapBefore(by, draft, otherValve)}
                    asked={question !== null}
                    skipAsked={skipAsked}
                    movedUngauged={
                      phase === 'found' && valve.found.length === 0 && !valve.adjusted && draft.measureOnly !== true
                        ? (why) => change((before) => movedUngauged(before, index, why))
                        : null
                    }
                    sayTurns={(turns) => change((before) => withTurns(before, index, turns))}
                    sayPosition={(said) => change((before) => onValve(before, index, (each) => ({ ...each, ...said })))}
                    readLeaf={() => change((before) => withLeafRead(before, index, phase))}
                    positionOfCheck={draft.position}
                  />,
                ];
          })}
        </div>
        {family.adjusterKind === 'shims' && <ShimsPanel by={by} draft={draft} change={change} />}
      </main>
      {set === undefined ? (
        <aside className="rack">
          <p>
            There is no blade set yet. A lead adds one under <Link to="/blades">Blades</Link>.
          </p>
        </aside>
      ) : (
        <BladeRack
          sets={sets}
          set={set}
          chooseSet={(id) => {
            change((before) => ({ ...before, bladeSetId: id }));
            keepLastSet(id);
            const others = sets.find((each) => each.id === id)?.blades ?? [];
            setLaid(advised(nextBladeFor(by, draft, valve, phase, others), others) ?? nearestTo(others, targetMm));
          }}
          laid={laid}
          pick={(place) => setLaid((before) => picked(before, place))}
          felt={(blade) => feltAs(valve, phase, blade)}
          say={say}
          sayOf={sayOf}
          undo={valve[phase].length > 0 || (phase === 'left' && (valve.earlier?.length ?? 0) > 0) ? undo : null}
          next={next}
          bounding={bounding}
          isAdvised={(blade) =>
            ((next?.kind === 'try' || next?.kind === 'setting') &&
              next.blades.some((each) => same(bladeThickness(each), thicknessMm(blade)))) ||
            (bounding !== null && same(bladeThickness(bounding), thicknessMm(blade)))
          }
          stack={() => setLaid(stacked)}
          answer={
            <>
              <div className="rack-answer-words">
                <b>{valveText(valve, family.cylinders)}</b>
                <VerdictLine evaluated={evaluated} tried={valve[phase].length > 0} />
              </div>
              <GapStrip
                window={evaluated.window}
                gap={evaluated.reading.kind === 'interval' ? evaluated.reading.gap : null}
                state={evaluated.verdict.state}
              />
            </>
          }
        />
      )}
    </>
  );
}

/** The gap as the attempt before the last one left it. */
function gapBefore(by: StepProps['by'], draft: CheckDraftDto, valve: DraftValveDto): GapInterval | null {
  const earlier = valve.earlier?.at(-1);
  return earlier === undefined
    ? null
    : gapOfReading(evaluateValve(by, draft, { ...valve, left: earlier.tries }, 'left').reading);
}

/** What of a window is the shop's own, said where it is used. */
const OWN_PART = {
  'shop tolerance': 'the source gives one number; the shop tolerance is put around it',
  'shop upper bound': 'the source gives only the minimum; the shop sets the maximum',
} as const;
