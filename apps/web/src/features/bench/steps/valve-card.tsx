import { type GapInterval, type ShopUnit, isOutside, mm, turnFor } from '@sturdy-shim/core';
import { Button, Checkbox } from 'antd';
import type { BladeDto, DraftValveDto, FamilyDto } from '../../../shared/api/index.ts';
import {
  amountText,
  gapText,
  knownGapText,
  rangeText,
  turnText,
  valveText,
  verdictText,
} from '../../../shared/format/index.ts';
import { type BladeTick, GapStrip, TurnDial, VerdictMark } from '../../../shared/marks/index.ts';
import { useShopUnit } from '../../../shared/preferences/index.ts';
import { Key } from '../../../shared/ui/index.ts';
import { type Phase, thicknessMm } from '../draft/draft-edits.ts';
import type { JudgedValve } from '../draft/judged-valve.ts';
import { proofText, tryText } from '../draft/proof.ts';

interface ValveCardProps {
  readonly valve: DraftValveDto;
  readonly phase: Phase;
  readonly judged: JudgedValve;
  /** As found, while gauging as left: it says which way to turn. */
  readonly found: JudgedValve | null;
  readonly cylinders: number;
  readonly blades: readonly BladeDto[];
  readonly active: boolean;
  readonly choose: () => void;
  readonly toggleAdjusted: (() => void) | null;
  readonly goOn: () => void;
  readonly turning: FamilyDto['turning'];
}

const NEAR_EDGE = {
  tight: 'Inside, near the tight edge',
  loose: 'Inside, near the loose edge',
} as const;

const LETTERS = { free: 'F', drags: 'D', wont: 'W' } as const;

/** What is known of one valve: the strip, the verdict, what to do. */
export function ValveCard({
  valve,
  phase,
  judged,
  found,
  cylinders,
  blades,
  active,
  choose,
  toggleAdjusted,
  goOn,
  turning,
}: ValveCardProps) {
  const unit = useShopUnit();
  const tries = valve[phase];
  const name = valveText(valve, cylinders);
  const { reading, window } = judged;
  const gap = reading.kind === 'interval' ? reading.gap : null;
  const ticks = tries.map(({ blades: tried, feel }): BladeTick => ({
    atMm: tried.reduce((sum, blade) => sum + thicknessMm(blade), 0),
    letter: LETTERS[feel],
  }));
  const reachMm = Math.max(0.2, (window?.maxMm ?? 0) * 1.9, ...ticks.map(({ atMm }) => atMm * 1.12));
  if (!active) {
    return (
      <button type="button" className="valve-card" onClick={choose}>
        <span className="valve-name">{name}</span>
        {tries.length > 0 && <VerdictLine judged={judged} tried={tries.length > 0} />}
        <GapStrip window={window} gap={gap} state={judged.verdict.state} reachMm={reachMm} />
      </button>
    );
  }
  return (
    <section className="valve-card active" aria-label={`${name}, ${phase === 'found' ? 'as found' : 'as left'}`}>
      <header>
        <h3>{name}</h3>
        <span>
          {window === null
            ? 'no window in force'
            : `window ${rangeText(window.minMm, window.maxMm, unit)} · aim ${gapText(window.aimMm, unit)}`}
        </span>
      </header>
      {found !== null && <FoundLine found={found} tried={tries.length > 0 ? judged : null} turning={turning} />}
      <GapStrip
        window={window}
        gap={gap}
        state={judged.verdict.state}
        ticks={ticks}
        scaleMm={blades.map(thicknessMm).filter((at) => at < reachMm)}
        reachMm={reachMm}
        size="bench"
      />
      <div role="status" className="valve-answer">
        <VerdictLine judged={judged} tried={tries.length > 0} />
        {tries.length > 0 && reading.kind === 'interval' && (
          <p>
            {proofText(tries, unit)}: the gap is {knownGapText(reading.gap, unit)}.
          </p>
        )}
        {judged.nearEdge !== null && <p>{NEAR_EDGE[judged.nearEdge]}: the house touches such a gap up.</p>}
        {judged.clashes.map(({ first, second }) => {
          const [a, b] = [tries[first], tries[second]];
          return (
            a &&
            b && (
              <p key={`${first}-${second}`} className="clash">
                {tryText(a, unit)} but {tryText(b, unit)}: both cannot be true. Try these two again.
              </p>
            )
          );
        })}
      </div>
      <footer>
        {toggleAdjusted !== null && (
          <Checkbox checked={valve.adjusted} onChange={toggleAdjusted}>
            The adjuster was moved <Key name="a" />
          </Checkbox>
        )}
        <Button type={tries.length > 0 ? 'primary' : 'default'} size="large" onClick={goOn}>
          {adviceText(judged, phase, valve.adjusted, tries.length > 0)} <Key name="Enter" />
        </Button>
      </footer>
    </section>
  );
}

function VerdictLine({ judged: { verdict }, tried }: { readonly judged: JudgedValve; readonly tried: boolean }) {
  const unit = useShopUnit();
  if (!tried) return <p className="valve-verdict muted">Try a blade: pick it in the rack, say how it feels.</p>;
  const words = verdictText(
    { ...verdict, obstacles: 'obstacles' in verdict ? [...verdict.obstacles] : undefined } as Parameters<
      typeof verdictText
    >[0],
    unit,
  );
  return (
    <p className={`valve-verdict words-${verdict.state}`}>
      <VerdictMark state={verdict.state} />
      {words.charAt(0).toUpperCase() + words.slice(1)}
    </p>
  );
}

interface FoundLineProps {
  readonly found: JudgedValve;
  /** The gap as it was gauged last, once it was: the next turn goes from there. */
  readonly tried: JudgedValve | null;
  readonly turning: FamilyDto['turning'];
}

/** What was found, which way the gap has to go, and how far to turn. */
function FoundLine({ found: { verdict, window, reading, nearEdge }, tried, turning }: FoundLineProps) {
  const unit = useShopUnit();
  if (window === null || (!isOutside(verdict) && nearEdge === null)) return null;
  const from = tried?.reading ?? reading;
  const settled = tried !== null && tried.verdict.state === 'inside';
  const adjuster = turning && { kind: turning.kind, pitchMm: mm(turning.pitchMm), rockerRatio: turning.rockerRatio };
  const advice = adjuster && from.kind === 'interval' && !settled ? turnFor(from.gap, window.aimMm, adjuster) : null;
  return (
    <div className="found-line">
      <p>
        As found{' '}
        <span className={`words-${verdict.state}`}>
          <VerdictMark state={verdict.state} />
          {isOutside(verdict) ? verdictText(verdict, unit) : NEAR_EDGE[nearEdge ?? 'tight']}
        </span>
        : {verdict.state === 'tight' || nearEdge === 'tight' ? 'open' : 'close'} the gap to{' '}
        {gapText(window.aimMm, unit)}. {advice && <span className="turn-words">{turnText(advice)}</span>}
        {turning === null && !settled && from.kind === 'interval' && (
          <span className="turn-words">{changeText(from.gap, window.aimMm, unit)}</span>
        )}
        {advice?.kind === 'turn' && (
          <span className="muted dense"> Locking usually tightens: leave it a shade open.</span>
        )}
      </p>
      {advice && <TurnDial advice={advice} />}
    </div>
  );
}

/** Where nothing is turned, by how much the gap has to change: the difference of the shims. */
function changeText(gap: GapInterval, aimMm: number, unit: ShopUnit): string {
  const [least, most] = [gap.lo.mm - aimMm, gap.hi === null ? null : gap.hi.mm - aimMm];
  if (least >= 0) return `It has to close by ${amountText(least, most, unit)}: a shim thicker by that.`;
  if (most !== null && most <= 0)
    return `It has to open by ${amountText(-most, gap.loMeasured ? -least : null, unit)}: a shim thinner by that.`;
  return '';
}

/** What Enter does next, said as what to do. */
function adviceText(
  { verdict: { state }, nearEdge }: JudgedValve,
  phase: Phase,
  adjusted: boolean,
  tried: boolean,
): string {
  if (!tried) return phase === 'left' ? 'Leave as found' : 'Skip this valve';
  if (nearEdge !== null && phase === 'found') return 'Near the edge: go on to touch it up';
  if (state === 'inside') return phase === 'found' && !adjusted ? 'Leave it, go on' : 'Go on';
  if (phase === 'found' && (state === 'tight' || state === 'gaping')) return 'Outside: go on to adjust';
  return state === 'undecided' ? 'Go on undecided' : 'Go on';
}
