import type { AdjusterKind } from '../adjustment/index.ts';
import type { FindingKind } from './findings.ts';
import type { GaugingFlow } from './flow.ts';
import type { StatedOutcome } from './outcome.ts';

/** What a check asks beside gauging and adjusting, in the order of the work (common practice, no source). */
export const CHECK_STEPS = [
  'safe',
  'temperature',
  'open',
  'name',
  'position',
  'release',
  'caps',
  'close',
  'run',
] as const;
export type CheckStep = (typeof CHECK_STEPS)[number];

/** A verdict or a person's safety rests on these: no shop can switch them off. */
const ALWAYS = ['safe', 'temperature', 'position'] as const satisfies readonly CheckStep[];
export type OptionalStep = Exclude<CheckStep, (typeof ALWAYS)[number]>;
const isOptional = (step: CheckStep): step is OptionalStep => ALWAYS.every((always) => always !== step);
export const OPTIONAL_STEPS: readonly OptionalStep[] = CHECK_STEPS.filter(isOptional);

/** The facts of a family that determine the steps; as they are stored and sent. */
export interface StepFacts {
  readonly compressionRelease: string;
  readonly timing: { readonly release: object | null } | null;
  readonly stemCaps: boolean;
}

/** The steps of a check, without those that the engine does not need and those that the shop switched off. */
export function checkSteps(
  { compressionRelease, timing, stemCaps }: StepFacts,
  switchedOff: readonly CheckStep[],
): readonly CheckStep[] {
  const hasRelease = compressionRelease !== '' || (timing?.release ?? null) !== null;
  return CHECK_STEPS.filter(
    (step) =>
      !(switchedOff.includes(step) && isOptional(step)) &&
      (step !== 'release' || hasRelease) &&
      (step !== 'caps' || stemCaps),
  );
}

/** The entries of a draft for these steps; as they are stored and sent. All are optional. */
export interface WorkFacts {
  readonly off?: readonly { readonly name: string; readonly back: boolean }[];
  readonly named?: 'ports' | 'motion' | null;
  readonly release?: 'bump' | 'no-bump' | null;
  readonly caps?: 'present' | 'missing' | null;
  readonly seal?: 'new' | 'reused' | 'sealant' | null;
  readonly sealantAt?: string | null;
  readonly torqued?: boolean;
  readonly ran?: 'well' | 'trouble' | 'later' | null;
  readonly warmFrom?: string | null;
  readonly restedSince?: string | null;
  /** How long it had rested when it was said, hours. */
  readonly restedHours?: number | null;
  /** Why a seal was reused that the family wants renewed. */
  readonly sealReason?: string;
  /** Missing: not stated whether anything was found. */
  readonly findings?: readonly {
    readonly kind: FindingKind;
    readonly note: string;
    /** Another finding that must not run; the named kinds follow the shop's list. */
    readonly doNotRun?: boolean;
  }[];
  readonly skipped?: readonly { readonly step: CheckStep; readonly reason: string }[];
  /** The adjuster that was seen on the engine, where its family does not state one. */
  readonly adjuster?: AdjusterKind | null;
  /** In which order the valves are worked, where that is not the usual one of the family. */
  readonly flow?: GaugingFlow | null;
  /** How it ended, where the gaps do not say it. */
  readonly outcome?: StatedOutcome | null;
  /** What is still to be done. */
  readonly followUps?: readonly FollowUpFacts[];
  /** Earlier follow-ups that this check did. */
  readonly closes?: readonly { readonly followUpId: string }[];
  /** What became of the problems that were reported. */
  readonly answers?: readonly { readonly reportId: string; readonly after: ProblemAfter }[];
}

/** The work, its part, the person and the due day (ISO 8601); empty or null where not stated. */
export interface FollowUpFacts {
  readonly what: string;
  readonly part: string;
  readonly who: string;
  readonly by: string | null;
}

/** A reported problem after the check. Only `gone` closes the report. */
export const PROBLEM_AFTER = ['gone', 'better', 'same', 'not-looked-at'] as const;
export type ProblemAfter = (typeof PROBLEM_AFTER)[number];

/** Whether a step was answered or skipped, judged by its own entries. */
export function isStated(
  step: CheckStep,
  draft: {
    readonly madeSafe: readonly unknown[];
    readonly engine: unknown;
    readonly position: unknown;
    readonly work?: WorkFacts;
  },
): boolean {
  const { work = {} } = draft;
  if (work.skipped?.some((each) => each.step === step) === true) return true;
  switch (step) {
    case 'safe':
      return draft.madeSafe.length > 0;
    case 'temperature':
      return draft.engine !== null;
    case 'position':
      return draft.position !== null;
    case 'open':
      return (work.off ?? []).length > 0;
    case 'name':
      return (work.named ?? null) !== null;
    case 'release':
      return (work.release ?? null) !== null;
    case 'caps':
      return (work.caps ?? null) !== null;
    case 'close':
      return (work.seal ?? null) !== null && stillOff(work).length === 0;
    case 'run':
      return (work.ran ?? null) !== null;
  }
}

/** What came off and was not put back, last off first. */
export const stillOff = ({ off = [] }: WorkFacts): readonly string[] =>
  off
    .filter(({ back }) => !back)
    .map(({ name }) => name)
    .toReversed();
