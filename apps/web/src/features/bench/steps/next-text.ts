import type { CheckDraftDto, DraftValveDto, FamilyDto } from '../../../shared/api/index.ts';
import { STEP_WORDS, valveText } from '../../../shared/format/index.ts';
import type { Phase } from '../draft/draft-edits.ts';
import type { EvaluatedValve } from '../draft/evaluated-valve.ts';
import type { Station } from '../draft/stations.ts';

/** The label of Enter: the result at this valve, and the next station. */
export function nextText(
  evaluated: EvaluatedValve,
  phase: Phase,
  valve: DraftValveDto,
  asksToAdjust: boolean,
  next: Station | undefined,
  draft: CheckDraftDto,
  family: FamilyDto,
): string {
  const then = stationText(next, draft, family);
  const setsThis = next?.kind === 'valve' && next.phase === 'left' && isValve(draft.valves[next.valve], valve);
  if (setsThis && valve[phase].length === 0) return then;
  const first =
    setsThis && !valve.adjusted && asksToAdjust
      ? null
      : valve[phase].length === 0
        ? untriedText(phase, valve)
        : leftText(evaluated, phase, valve, setsThis);
  return first === null ? then : `${first} ${then}`;
}

/** The effect of continuing for a valve without tries. */
function untriedText(phase: Phase, { adjusted }: DraftValveDto): string {
  if (phase === 'found') return 'Skip this valve.';
  return adjusted ? 'Not gauged again.' : 'Leave as found.';
}

/** The first words of the button at a gauged valve; null if the button names only the next station. */
function leftText({ verdict: { state } }: EvaluatedValve, phase: Phase, valve: DraftValveDto, setsThis: boolean) {
  if (state === 'inside' && !valve.adjusted) {
    if (setsThis) return 'Near the limit.';
    if (phase === 'found') return 'Leave it.';
  }
  if (phase === 'left' && (state === 'tight' || state === 'loose')) return `Still ${state}.`;
  return state === 'undecided' ? 'Undecided.' : null;
}

const isValve = (one: DraftValveDto | undefined, other: DraftValveDto): boolean =>
  one?.cylinder === other.cylinder && one.kind === other.kind && one.ordinal === other.ordinal;

function stationText(next: Station | undefined, { valves }: CheckDraftDto, { cylinders }: FamilyDto): string {
  if (next === undefined) return 'Next';
  if (next.kind === 'step') return next.id === 'sign' ? 'Next: sign' : `Next: ${STEP_WORDS[next.id].toLowerCase()}`;
  const valve = valves[next.valve];
  const name = valve === undefined ? 'valve' : valveText(valve, cylinders);
  const lower = name.charAt(0).toLowerCase() + name.slice(1);
  return next.phase === 'found' ? `Next: ${lower} as found` : `Adjust the ${lower}`;
}
