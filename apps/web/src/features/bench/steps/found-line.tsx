import { type ShopUnit, adjustmentFor, fromMm, isOutside, mm } from '@sturdy-shim/core';
import type { AdjustingDto, FamilyDto, LockShiftDto } from '../../../shared/api/index.ts';
import { useBenchPort } from '../port/bench-port.ts';
import { gapSetting } from '../../../shared/family/index.ts';
import {
  adjustmentText,
  gapOfReading,
  gapText,
  learnedTurnText,
  repeatabilityText,
  verdictText,
} from '../../../shared/format/index.ts';
import { TurnDial } from '../../../shared/drawings/index.ts';
import { VerdictMark } from '../../../shared/marks/index.ts';
import { useShopUnit } from '../../../shared/preferences/index.ts';
import type { EvaluatedValve } from '../draft/evaluated-valve.ts';

export const NEAR_EDGE = {
  tight: 'In spec, near the tight limit',
  loose: 'In spec, near the loose limit',
} as const;

/** The verdict as a DTO, with a mutable copy of its list. */
export const wireVerdict = (verdict: EvaluatedValve['verdict']): Parameters<typeof verdictText>[0] =>
  ({ ...verdict, obstacles: 'obstacles' in verdict ? [...verdict.obstacles] : undefined }) as Parameters<
    typeof verdictText
  >[0];

type Advice = ReturnType<typeof adjustmentFor>;

interface FoundLineProps {
  readonly found: EvaluatedValve;
  /** The last gauging as left, from which the next turn is calculated; null before the first. */
  readonly tried: EvaluatedValve | null;
  /** It was moved or locked since the last gauging, which is therefore not valid. */
  readonly movedSince: boolean;
  /** That gauging, or the one as found, was made with the lock tight. */
  readonly gaugedLocked: boolean;
  /** A question is open; the amount of turn is shown after its answer. */
  readonly asked: boolean;
  readonly family: FamilyDto;
}

/** The gap as found, and the turn calculated from the last attempt alone. */
export function FoundLine({ found, tried, movedSince, gaugedLocked, asked, family }: FoundLineProps) {
  const unit = useShopUnit();
  const adjusting = useBenchPort().useAdjusting();
  const { window } = found;
  if (window === null || (tried === null && !isToSet(found, family))) return null;
  const now = tried ?? found;
  const settled = tried?.verdict.state === 'inside';
  const saysHow = !settled && !movedSince && !asked;
  const setting = gapSetting(family, adjusting?.turn.perTurnMm ?? null);
  const shift = adjusting?.lockShift;
  const advice =
    now.reading.kind === 'interval' && saysHow
      ? adjustmentFor(now.reading.gap, window.targetMm, setting, { shiftMm: mm(shift?.medianMm ?? 0), gaugedLocked })
      : null;
  return (
    <div className="found-line">
      <AsFound found={found} />
      {saysHow && (
        <p>
          {advice?.kind !== 'at-target' && `${WAYS[wayOf(now)]} the gap to ${gapText(window.targetMm, unit)}. `}
          {advice && <TurnWords advice={advice} locks={setting.kind === 'turned' && setting.locked} shift={shift} />}
        </p>
      )}
      <Learned advice={advice} adjusting={adjusting} settled={settled} family={family} />
    </div>
  );
}

interface TurnWordsProps {
  readonly advice: Advice;
  /** The adjuster is locked after it is turned. */
  readonly locks: boolean;
  readonly shift: LockShiftDto | undefined;
}

function TurnWords({ advice, locks, shift }: TurnWordsProps) {
  const unit = useShopUnit();
  return (
    <>
      <span className="turn-words">{adjustmentText(advice, unit)}</span>
      {locks && <span className="muted dense"> {lockText(shift, unit)}</span>}
    </>
  );
}

const isToSet = ({ verdict, nearEdge }: EvaluatedValve, { rules }: FamilyDto): boolean =>
  isOutside(verdict) || nearEdge !== null || rules.gauging === 'setting-blade';

const WAYS = { tight: 'Open', loose: 'Close', unknown: 'Set' } as const;

/** The direction in which the gap has to change, by the last gauging. */
function wayOf({ verdict, nearEdge }: EvaluatedValve): keyof typeof WAYS {
  if (isOutside(verdict)) return verdict.state;
  return nearEdge ?? 'unknown';
}

/** The learned lock shift of this family. */
function lockText(shift: LockShiftDto | undefined, unit: ShopUnit): string {
  if (typeof shift?.medianMm !== 'number') return 'Locking usually tightens: leave it a shade open.';
  const by = `${+fromMm(mm(Math.abs(shift.medianMm)), unit).toFixed(unit === 'mm' ? 3 : 1)}\u00a0${unit}`;
  return `Locking usually ${shift.medianMm < 0 ? 'opens' : 'tightens'} it by ${by} (${shift.own ? 'your own ' : ''}${shift.pairs} pairs): that is taken into account.`;
}

function AsFound({ found: { verdict, nearEdge, reading } }: Pick<FoundLineProps, 'found'>) {
  const unit = useShopUnit();
  if (reading.kind === 'untried') return null;
  return (
    <p>
      As found{' '}
      <span className={`words-${verdict.state}`}>
        <VerdictMark state={verdict.state} />
        {nearEdge === null ? verdictText(wireVerdict(verdict), unit, gapOfReading(reading)) : NEAR_EDGE[nearEdge]}
      </span>
      .
    </p>
  );
}

interface LearnedProps extends Pick<FoundLineProps, 'family'> {
  readonly advice: Advice | null;
  readonly adjusting: AdjustingDto | undefined;
  readonly settled: boolean;
}

/** The turn as a drawing, and the learned figures from earlier checks of the family. */
function Learned({ advice, adjusting, settled, family }: LearnedProps) {
  const unit = useShopUnit();
  return (
    <>
      {settled && adjusting !== undefined && repeatabilityText(adjusting.repeatability, unit) !== '' && (
        <p className="muted dense">{repeatabilityText(adjusting.repeatability, unit)}</p>
      )}
      {advice?.kind === 'turn' && <TurnDial advice={advice} />}
      {advice?.kind === 'turn' && family.turning === null && adjusting !== undefined && (
        <p className="muted dense">{learnedTurnText(adjusting.turn, null, unit)}</p>
      )}
    </>
  );
}
