import type { FamilyDto } from '../../shared/api/index.ts';
import { readFigure } from '../../shared/format/index.ts';

type Sheet = FamilyDto['sheet'];
type Timing = NonNullable<Sheet['timing']>;
/** Form values of crank and valve timing. */
export interface TypedTiming {
  readonly intakeOpens: string;
  readonly intakeCloses: string;
  readonly exhaustOpens: string;
  readonly exhaustCloses: string;
  readonly releaseValve: 'intake' | 'exhaust' | '';
  readonly releaseFrom: string;
  readonly releaseTo: string;
  readonly pastTopMm: string;
  readonly rimMm: string;
  readonly fins: string;
  /** One per line, in the order of removal. */
  readonly comesOff: string;
  readonly stemCaps: boolean;
  readonly shimFromMm: string;
  readonly shimToMm: string;
  readonly shimStepMm: string;
}

const text = (value: number | null | undefined): string => (typeof value === 'number' ? String(value) : '');

export const timingDraft = ({ timing, ...sheet }: Sheet): TypedTiming => ({
  intakeOpens: text(timing?.intakeOpensBeforeTop),
  intakeCloses: text(timing?.intakeClosesAfterBottom),
  exhaustOpens: text(timing?.exhaustOpensBeforeBottom),
  exhaustCloses: text(timing?.exhaustClosesAfterTop),
  releaseValve: timing?.release?.valve ?? '',
  releaseFrom: text(timing?.release?.from),
  releaseTo: text(timing?.release?.to),
  pastTopMm: text(sheet.pastTopMm),
  rimMm: text(sheet.rimMm),
  fins: text(sheet.fins),
  comesOff: sheet.comesOff.join('\n'),
  stemCaps: sheet.stemCaps,
  shimFromMm: text(sheet.shimFromMm),
  shimToMm: text(sheet.shimToMm),
  shimStepMm: text(sheet.shimStepMm),
});

const MAIN = ['intakeOpens', 'intakeCloses', 'exhaustOpens', 'exhaustCloses'] as const;

/** The typed timing: all four angles or none, and a release only with both ends. */
export function timingOf(draft: TypedTiming, wrong: Record<string, string>): Timing | null {
  const degrees = (name: (typeof MAIN)[number] | 'releaseFrom' | 'releaseTo'): number => {
    const typed = draft[name].trim();
    if (typed === '') {
      wrong[name] ??= 'Give this angle too, or leave all of them empty.';
      return 0;
    }
    const negative = typed.startsWith('-') || typed.startsWith('−');
    const read = readFigure(negative ? typed.slice(1) : typed);
    if (read.ok) return negative ? -read.value : read.value;
    wrong[name] = read.problem;
    return 0;
  };
  const released = draft.releaseValve !== '';
  if (MAIN.every((name) => draft[name].trim() === '') && !released) return null;
  const [opensI = 0, closesI = 0, opensE = 0, closesE = 0] = MAIN.map(degrees);
  return {
    intakeOpensBeforeTop: opensI,
    intakeClosesAfterBottom: closesI,
    exhaustOpensBeforeBottom: opensE,
    exhaustClosesAfterTop: closesE,
    release:
      draft.releaseValve === ''
        ? null
        : { valve: draft.releaseValve, from: degrees('releaseFrom'), to: degrees('releaseTo') },
  };
}
