import type { CheckDraftDto, DraftValveDto, TryDto } from '../../../shared/api/index.ts';
import { type Phase, onValve } from './draft-edits.ts';

type After = NonNullable<DraftValveDto['leftAfter']>;

/**
 * A try that replaced an earlier one of the same blades. The earlier one is kept, for the case that the adjuster was
 * moved in between.
 */
export interface Replaced {
  readonly phase: Phase;
  readonly before: readonly TryDto[];
}

/**
 * Starts a new attempt: tries since the last move are kept, and never evaluated together with later ones. A last try
 * that contradicts the earlier ones belongs to the new attempt, because the move came before it.
 */
function newAttempt(valve: DraftValveDto, after: After, clash: boolean, replaced: Replaced | null): DraftValveDto {
  const last = clash ? valve.left.slice(-1) : [];
  const tries =
    replaced?.phase === 'left' && clash ? [...replaced.before] : clash ? valve.left.slice(0, -1) : valve.left;
  const { earlier = [], leftTurns, ...rest } = valve;
  const turned = leftTurns === undefined ? {} : { turns: leftTurns };
  return {
    ...rest,
    earlier: tries.length === 0 ? earlier : [...earlier, { after: valve.leftAfter ?? 'turned', ...turned, tries }],
    leftAfter: after,
    left: last,
  };
}

/** The adjuster was moved again, or locked: `turnedOver` has to be stated again. */
export const nextAttempt = (
  draft: CheckDraftDto,
  index: number,
  after: After,
  clash = false,
  replaced: Replaced | null = null,
): CheckDraftDto => ({
  ...onValve(draft, index, (valve) =>
    valve.adjusted ? newAttempt(valve, after, clash, replaced) : { ...valve, adjusted: true, leftAfter: after },
  ),
  turnedOver: null,
});

/** Another valve that was moved and not gauged since; null if every moved valve was gauged. */
export function movedNotGauged({ valves }: CheckDraftDto, index: number): number | null {
  const other = valves.findIndex(({ adjusted, left }, place) => place !== index && adjusted && left.length === 0);
  return other < 0 ? null : other;
}

/** The adjuster was moved before the valve was gauged: there is no gap as found. */
export const movedUngauged = (
  draft: CheckDraftDto,
  index: number,
  notFoundWhy: NonNullable<DraftValveDto['notFoundWhy']>,
): CheckDraftDto => ({
  ...onValve(draft, index, (valve) => ({ ...valve, adjusted: true, notFoundWhy })),
  turnedOver: null,
});

/** Sets `turnedOver` once every moved valve is gauged after turning over. */
export function turnedOverSince(draft: CheckDraftDto): CheckDraftDto {
  const moved = draft.valves.filter(({ adjusted }) => adjusted);
  const all = moved.length > 0 && moved.every(({ leftAfter, left }) => leftAfter === 'turned-over' && left.length > 0);
  return all ? { ...draft, turnedOver: 'gauged-again' } : draft;
}

/** The adjuster was moved between two tries as found that contradict each other: the last one is already as left. */
export const movedBetween = (draft: CheckDraftDto, index: number, replaced: Replaced | null): CheckDraftDto => ({
  ...onValve(draft, index, (valve) => ({
    ...valve,
    found: replaced?.phase === 'found' ? [...replaced.before] : valve.found.slice(0, -1),
    adjusted: true,
    leftAfter: 'turned',
    left: valve.found.slice(-1),
  })),
  turnedOver: null,
});

/** Undoes the last entry: a try, or the move that began the attempt if it has no try yet. */
export const withoutLast = (draft: CheckDraftDto, index: number, phase: Phase): CheckDraftDto =>
  onValve(draft, index, (valve) => {
    if (valve[phase].length > 0) return { ...valve, [phase]: valve[phase].slice(0, -1) };
    const earlier = valve.earlier ?? [];
    const before = earlier.at(-1);
    if (phase === 'found' || before === undefined) return valve;
    const { leftTurns: _since, ...rest } = valve;
    return {
      ...rest,
      ...(before.turns !== undefined && { leftTurns: before.turns }),
      earlier: earlier.slice(0, -1),
      leftAfter: before.after,
      left: before.tries,
    };
  });

/** How far the adjuster was turned before gauging as left; null clears it. */
export const withTurns = (draft: CheckDraftDto, index: number, turns: number | null): CheckDraftDto =>
  onValve(draft, index, ({ leftTurns: _before, ...valve }) => ({
    ...valve,
    ...(turns !== null && { leftTurns: turns }),
  }));
