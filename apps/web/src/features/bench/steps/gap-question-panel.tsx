import { type GapQuestion, NO_GAP_CAUSES, type NoGapCause, otherKindOf } from '@sturdy-shim/core';
import type { CheckDraftDto, FamilyDto } from '../../../shared/api/index.ts';
import { engineParts, NO_GAP_REMEDY, NO_GAP_WORDS, valveText } from '../../../shared/format/index.ts';
import { ChoiceRow } from './choice-row.tsx';

interface GapQuestionPanelProps {
  readonly question: GapQuestion;
  readonly draft: CheckDraftDto;
  readonly family: FamilyDto;
  readonly answerNoGap: (cause: NoGapCause) => void;
  readonly answerSwap: (swap: 'named-right' | 'exchanged') => void;
}

const CAUSES = NO_GAP_CAUSES.toSorted((a, b) => Number(a === 'confirmed') - Number(b === 'confirmed')).map(
  (cause) => [cause, NO_GAP_WORDS[cause]] as const,
);
const SWAPS = [
  ['exchanged', 'They were mixed up: exchange the two'],
  ['named-right', 'The names are right: both are out of spec'],
] as const;

/** A gap that is likelier a mistake than a gap: asked before the adjuster is moved. */
export function GapQuestionPanel({ question, draft, family, answerNoGap, answerSwap }: GapQuestionPanelProps) {
  const valve = draft.valves[question.valve];
  if (valve === undefined) return null;
  const partner = otherKindOf(draft.valves, valve);
  const others = partner === null ? [] : (draft.valves[partner]?.found ?? []);
  const alsoNone = others.length > 0 && others.every(({ feel }) => feel === 'wont');
  return (
    <section className="gap-question" aria-label="Look before you adjust">
      {question.kind === 'no-gap' ? (
        <>
          <p className="strong" role="alert">
            No blade went in. Look before you adjust: what holds this valve open?
          </p>
          <p className="muted">
            Wiggle both rockers{family.cylinders > 1 ? ` of cylinder ${valve.cylinder}` : ''}.{' '}
            {alsoNone
              ? 'Neither valve shows a gap: that is overlap more often than two tight valves.'
              : 'At the right place both are loose.'}{' '}
            If a thinner blade goes in, say so in the rack instead.
          </p>
          <ChoiceRow label="Why no blade goes in" options={CAUSES} value={null} choose={answerNoGap} />
        </>
      ) : (
        <>
          <p className="strong" role="alert">
            Intake and exhaust each show the other’s figure. Are the valves mixed up?
          </p>
          <p className="muted">{sidesText(family)}</p>
          <ChoiceRow label="Are the valves mixed up?" options={SWAPS} value={null} choose={answerSwap} />
        </>
      )}
    </section>
  );
}

function sidesText({ sheet }: FamilyDto): string {
  const { intakeSide, exhaustSide } = sheet;
  const { intakePort, exhaustPort } = engineParts(sheet);
  return intakeSide !== '' && exhaustSide !== ''
    ? `Intake: ${intakeSide}. Exhaust: ${exhaustSide}.`
    : `The intake valve is by the ${intakePort}, the exhaust valve by the ${exhaustPort}.`;
}

interface LookedAtProps {
  readonly draft: CheckDraftDto;
  readonly index: number;
  readonly family: FamilyDto;
}

/** The instruction after an answer, until the valve is gauged again. */
export function LookedAt({ draft, index, family }: LookedAtProps) {
  const valve = draft.valves[index];
  const last = valve?.noGap?.at(-1);
  if (valve === undefined || last === undefined || last.cause === 'confirmed' || valve.found.length > 0) return null;
  return (
    <p className="words-undecided strong" role="status">
      {valveText(valve, family.cylinders)}: {NO_GAP_REMEDY[last.cause]}
    </p>
  );
}
