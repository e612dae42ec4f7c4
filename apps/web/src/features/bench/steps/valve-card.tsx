import { type GapInterval, isLockedAfter } from '@sturdy-shim/core';
import { Button, Checkbox } from 'antd';
import { type BladeDto, type DraftValveDto, type FamilyDto, type Position } from '../../../shared/api/index.ts';
import {
  FEEL_LETTERS,
  gapOfReading,
  gapText,
  knownGapText,
  rangeText,
  valveText,
  verdictText,
} from '../../../shared/format/index.ts';
import { type BladeTick, GapStrip, VerdictMark } from '../../../shared/marks/index.ts';
import { useShopUnit } from '../../../shared/preferences/index.ts';
import { Key } from '../../../shared/ui/index.ts';
import { type Phase, thicknessMm } from '../draft/draft-edits.ts';
import type { EvaluatedValve } from '../draft/evaluated-valve.ts';
import { proofText, tryText } from '../draft/proof.ts';
import type { AdjusterActs } from './gauging.ts';
import { FoundLine, NEAR_EDGE, wireVerdict } from './found-line.tsx';
import { MovedUngauged, TurnedOverLine } from './left-extras.tsx';
import { LeafToRead, TurnedBy, ValvePosition } from './valve-extras.tsx';

interface ValveCardProps {
  readonly valve: DraftValveDto;
  readonly phase: Phase;
  readonly evaluated: EvaluatedValve;
  /** The gap as found, shown while gauging as left, with the direction to turn. */
  readonly found: EvaluatedValve | null;
  readonly family: FamilyDto;
  readonly blades: readonly BladeDto[];
  readonly active: boolean;
  readonly choose: () => void;
  /** Adjuster actions. */
  readonly acts: AdjusterActs;
  readonly goOn: () => void;
  /** The next station. */
  readonly nextWords: string;
  /** Goes directly to setting this valve, if another station is next. */
  readonly adjustNow: (() => void) | null;
  /** Interval of the gap in the second-to-last attempt; null if there is only one attempt. */
  readonly before: GapInterval | null;
  /** Whether this valve has an unanswered question, which blocks the setting step. */
  readonly asked: boolean;
  /** Enter was pressed before it was gauged: a second press skips it. */
  readonly skipAsked: boolean;
  /** The adjuster was moved before the valve was gauged. */
  readonly movedUngauged: ((why: 'both-loosened' | 'rebuilt') => void) | null;
  /** How far the adjuster was turned; null: not said. */
  readonly sayTurns: (turns: number | null) => void;
  readonly sayPosition: (said: Pick<DraftValveDto, 'foundAt' | 'leftAt' | 'crossCheck'>) => void;
  /** The print of the deciding blade was confirmed. */
  readonly readLeaf: () => void;
  readonly positionOfCheck: Position | null;
}

interface NamedProps extends ValveCardProps {
  readonly name: string;
}

/** One valve: gap strip, verdict, and actions. */
export function ValveCard(props: ValveCardProps) {
  const { valve, phase, evaluated, family, blades, active, choose } = props;
  const tries = valve[phase];
  const name = valveText(valve, family.cylinders);
  const ticks = tries.map(({ blades: tried, feel }): BladeTick => ({
    atMm: tried.reduce((sum, blade) => sum + thicknessMm(blade), 0),
    letter: FEEL_LETTERS[feel],
  }));
  const reachMm = Math.max(0.2, (evaluated.window?.maxMm ?? 0) * 1.9, ...ticks.map(({ atMm }) => atMm * 1.12));
  const strip = {
    window: evaluated.window,
    gap: evaluated.reading.kind === 'interval' ? evaluated.reading.gap : null,
    state: evaluated.verdict.state,
    reachMm,
  };
  if (!active) {
    return (
      <button type="button" className="valve-card" onClick={choose}>
        <span className="valve-name">{name}</span>
        {tries.length > 0 && <VerdictLine evaluated={evaluated} tried />}
        <GapStrip {...strip} />
      </button>
    );
  }
  return (
    <section className="valve-card active" aria-label={`${name}, ${phase === 'found' ? 'as found' : 'as left'}`}>
      <CardHead {...props} name={name} />
      <GapStrip {...strip} ticks={ticks} scaleMm={blades.map(thicknessMm).filter((at) => at < reachMm)} size="bench" />
      <Answer {...props} />
      <LeafToRead tries={tries} blades={blades} settled={evaluated.verdict.state === 'inside'} read={props.readLeaf} />
      <ValvePosition
        valve={valve}
        phase={phase}
        family={family}
        ofCheck={props.positionOfCheck}
        say={props.sayPosition}
      />
      <CardActs {...props} name={name} />
    </section>
  );
}

/** The attempts at setting it, including the last; none while only the gap as found is gauged. */
const lastAttempts = ({ adjusted, earlier = [], leftAfter = 'turned' }: DraftValveDto) =>
  adjusted ? [...earlier, { after: leftAfter }] : [];

/** Name, spec, and earlier tries of the valve. */
function CardHead({ valve, phase, evaluated, found, family, before, asked, sayTurns, name }: NamedProps) {
  const unit = useShopUnit();
  const { reading, window } = evaluated;
  const tries = valve[phase];
  return (
    <>
      <header>
        <h3>{name}</h3>
        <span>
          {window === null
            ? 'no spec in use'
            : `spec ${rangeText(window.minMm, window.maxMm, unit)} · target ${gapText(window.targetMm, unit)}`}
        </span>
      </header>
      {window?.targetOutsideReason !== undefined && (
        <p className="words-undecided">The target is out of spec: {window.targetOutsideReason}</p>
      )}
      {found !== null && (
        <FoundLine
          found={found}
          tried={tries.length > 0 ? evaluated : null}
          movedSince={tries.length === 0 && (valve.earlier?.length ?? 0) > 0}
          gaugedLocked={tries.length === 0 || isLockedAfter(lastAttempts(valve))}
          asked={asked}
          family={family}
        />
      )}
      {phase === 'left' && (
        <>
          <EarlierAttempts valve={valve} />
          <TurnedOverLine valve={valve} before={before} gap={reading.kind === 'interval' ? reading.gap : null} />
          {valve.adjusted && (valve.leftAfter ?? 'turned') === 'turned' && (
            <TurnedBy turns={valve.leftTurns ?? null} say={sayTurns} kind={family.adjusterKind} />
          )}
        </>
      )}
    </>
  );
}

/** The verdict, its proof, and contradictions. */
function Answer({ valve, phase, evaluated, acts, skipAsked }: ValveCardProps) {
  const unit = useShopUnit();
  const tries = valve[phase];
  const { reading, nearEdge } = evaluated;
  return (
    <div role="status" className="valve-answer">
      <VerdictLine evaluated={evaluated} tried={tries.length > 0} />
      {skipAsked && (
        <p className="words-undecided strong">
          {phase === 'found' ? 'Not gauged yet.' : 'Adjusted and not gauged again.'} Press Enter again to skip gauging.
        </p>
      )}
      {tries.length > 0 && reading.kind === 'interval' && (
        <p>
          {proofText(tries, unit)}: the gap is {knownGapText(reading.gap, unit)}.
        </p>
      )}
      {tries.some(({ feel }) => feel === 'hard' || feel === 'slack') && (
        <p className="muted dense">
          A hard or slack drag counts as its half of the feel and half of the other half. This is an assumption.
        </p>
      )}
      {nearEdge !== null && <p>{NEAR_EDGE[nearEdge]}: the shop touches up such a gap.</p>}
      <Clashes tries={tries} evaluated={evaluated} moved={acts.moved} again={phase === 'left'} />
    </div>
  );
}

interface ClashesProps {
  readonly tries: DraftValveDto['found'];
  readonly evaluated: EvaluatedValve;
  readonly moved: (() => void) | null;
  /** The adjuster was moved before already. */
  readonly again: boolean;
}

/** Contradicting tries, with possible causes. */
function Clashes({ tries, evaluated: { clashes }, moved, again }: ClashesProps) {
  const unit = useShopUnit();
  if (clashes.length === 0) return null;
  return (
    <>
      {clashes.map(({ first, second }) => {
        const [a, b] = [tries[first], tries[second]];
        return (
          a &&
          b && (
            <p key={`${first}-${second}`} className="clash">
              {tryText(a, unit)} but {tryText(b, unit)}: both cannot be true.
            </p>
          )
        );
      })}
      <p className="clash">
        {moved !== null && (
          <>
            If the adjuster was moved in between:{' '}
            <Button onClick={moved}>
              Moved {again && 'again'} <Key name="a" />
            </Button>{' '}
          </>
        )}
        Otherwise try these two again. A blade that sticks half-way is a Won’t.
      </p>
    </>
  );
}

/** The next actions at this valve. */
function CardActs({ valve, phase, evaluated, acts, movedUngauged, adjustNow, goOn, nextWords, name }: NamedProps) {
  const { moved, lock, turnedOver } = acts;
  return (
    <footer>
      {moved !== null && phase === 'found' && (
        <Checkbox checked={valve.adjusted} onChange={moved}>
          The adjuster was moved <Key name="a" />
        </Checkbox>
      )}
      {moved !== null && phase === 'left' && evaluated.clashes.length === 0 && (
        <Button onClick={moved} disabled={valve.left.length === 0 && valve.adjusted}>
          {valve.left.length > 0 ? 'Moved again' : 'It was moved'} <Key name="a" />
        </Button>
      )}
      {lock !== null && (
        <Button onClick={lock}>
          Locked, gauge again <Key name="l" />
        </Button>
      )}
      {turnedOver !== null && (
        <Button onClick={turnedOver}>
          Turned over, gauge again <Key name="t" />
        </Button>
      )}
      {movedUngauged !== null && <MovedUngauged say={movedUngauged} />}
      {adjustNow !== null && <Button onClick={adjustNow}>Adjust the {lowerFirst(name)} now</Button>}
      <Button type={valve[phase].length > 0 ? 'primary' : 'default'} size="large" onClick={goOn}>
        {nextWords} <Key name="Enter" />
      </Button>
    </footer>
  );
}

/** The current verdict, or the first instruction. */
export function VerdictLine({
  evaluated: { verdict, reading },
  tried,
}: {
  readonly evaluated: EvaluatedValve;
  readonly tried: boolean;
}) {
  const unit = useShopUnit();
  if (!tried) return <p className="valve-verdict muted">Try a blade: pick it in the rack, say how it feels.</p>;
  const words = verdictText(wireVerdict(verdict), unit, gapOfReading(reading));
  return (
    <p className={`valve-verdict words-${verdict.state}`}>
      <VerdictMark state={verdict.state} />
      {words.charAt(0).toUpperCase() + words.slice(1)}
    </p>
  );
}

const AFTER_WORDS = { turned: 'Moved', locked: 'Locked', 'turned-over': 'Turned over' } as const;
const lowerFirst = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);

/** Tries before the adjuster was moved again or locked: kept, and not combined with later ones. */
function EarlierAttempts({ valve: { earlier = [], leftAfter, left } }: { readonly valve: DraftValveDto }) {
  const unit = useShopUnit();
  if (earlier.length === 0) return null;
  return (
    <ol className="earlier-attempts muted dense">
      {earlier.map(({ after, tries }, index) => (
        <li key={index}>
          {AFTER_WORDS[after]}: {tries.map((attempt) => tryText(attempt, unit)).join(', ')}
        </li>
      ))}
      {left.length === 0 && (
        <li>
          {leftAfter === undefined || leftAfter === 'turned' ? 'Moved again' : AFTER_WORDS[leftAfter]}: not gauged yet
        </li>
      )}
    </ol>
  );
}
